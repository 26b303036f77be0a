import { once } from 'node:events'
import { Worker } from 'node:worker_threads'
import pLimit from 'p-limit'
import type { WrittenPage } from './pages.js'

/** A thread that had nothing to do for so long ends, in milliseconds. */
const IDLE = 60_000

type Answer = { readonly pdf?: Uint8Array; readonly problem?: string }

/**
 * Sets written pages as PDFs, one after the other, in a thread of its own: setting takes the whole of a processor, and
 * nobody's typing waits for it.
 */
export class Printer {
  #thread: Worker | undefined
  #ends: ReturnType<typeof setTimeout> | undefined
  readonly #oneByOne = pLimit(1)

  /** The bytes of the PDF. Rejects where a page cannot be set. */
  print(page: WrittenPage): Promise<Uint8Array> {
    return this.#oneByOne(async () => {
      clearTimeout(this.#ends)
      this.#thread ??= begin()
      try {
        const answered = once(this.#thread, 'message')
        this.#thread.postMessage(page)
        const [{ pdf, problem }] = (await answered) as [Answer]
        if (!pdf) throw new Error(`a page cannot be set: ${problem}`)
        return pdf
      } catch (error) {
        await this.close()
        throw error
      } finally {
        this.#ends = setTimeout(() => void this.close(), IDLE).unref()
      }
    })
  }

  async close(): Promise<void> {
    clearTimeout(this.#ends)
    const thread = this.#thread
    this.#thread = undefined
    await thread?.terminate()
  }
}

/** The thread is bundled beside the server; before that it is read as it was written. */
function begin(): Worker {
  const bundled = !import.meta.url.endsWith('.ts')
  const written = new URL('./setting.ts', import.meta.url).href
  const thread = bundled
    ? new Worker(new URL('./setting.mjs', import.meta.url))
    : new Worker(`import('tsx/esm/api').then(({ tsImport }) => tsImport('${written}', '${written}'))`, {
        eval: true,
      })
  thread.unref()
  return thread
}
