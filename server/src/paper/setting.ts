import { parentPort } from 'node:worker_threads'
import { type WrittenPage, writtenPdf } from './pages.js'

/** The thread in which pages are set: takes one, gives its PDF or what went wrong. */
parentPort?.on('message', async (page: WrittenPage) => {
  try {
    parentPort?.postMessage({ pdf: await writtenPdf(page) })
  } catch (error) {
    parentPort?.postMessage({ problem: (error as Error).message })
  }
})
