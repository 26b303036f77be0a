import { expose } from 'comlink'
import { unzipped } from './unzip.js'

const worker = { unzipped }

export type UnzipWorker = typeof worker
expose(worker)
