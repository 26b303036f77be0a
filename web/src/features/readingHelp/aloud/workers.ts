import { type Remote, wrap } from 'comlink'

/**
 * A worker that is begun when it is first asked, and anew where its file did not come: without a network a browser says so to the worker
 * alone, and an answer would be waited for for ever.
 */
export function workerOf<T>(begin: () => Worker): <R>(ask: (remote: Remote<T>) => Promise<R>) => Promise<R> {
  let running: { readonly remote: Remote<T>; readonly failed: Promise<never> } | undefined
  const start = () => {
    const worker = begin()
    const failed = new Promise<never>((_, reject) => {
      worker.addEventListener('error', event => {
        running = undefined
        worker.terminate()
        reject(new Error(event.message || 'the worker did not come'))
      })
    })
    failed.catch(() => undefined)
    return { remote: wrap<T>(worker), failed }
  }
  return ask => {
    running ??= start()
    return Promise.race([ask(running.remote), running.failed])
  }
}
