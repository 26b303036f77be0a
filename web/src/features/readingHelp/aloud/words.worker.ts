import { expose } from 'comlink'
import { eld } from 'eld/small'
import { languageFound } from './language.js'

const worker = {
  languageOf: (text: string, expected: string): string => languageFound(eld, text, expected),
}

export type WordsWorker = typeof worker
expose(worker)
