import { parentPort } from 'node:worker_threads'
import { Refused } from '../refusal.js'
import { type JobName, jobs } from './jobs.js'

/** What a thread is asked, and what it answers. */
export type Asked = { readonly job: JobName; readonly input: unknown }
export type Answer =
  /** What the job needs is loaded: its time runs from here. */
  | { readonly is: 'begun' }
  | { readonly is: 'done'; readonly output: unknown }
  | { readonly is: 'refused'; readonly refusal: Pick<Refused, 'code' | 'params' | 'path'> }
  | { readonly is: 'failed'; readonly problem: string }

async function answerOf({ job, input }: Asked): Promise<Answer> {
  try {
    const act = (await jobs[job]()) as (input: unknown) => Promise<unknown>
    parentPort?.postMessage({ is: 'begun' } satisfies Answer)
    return { is: 'done', output: await act(input) }
  } catch (error) {
    if (error instanceof Refused) {
      const { code, params, path } = error
      return { is: 'refused', refusal: { code, params, path } }
    }
    return { is: 'failed', problem: String((error as Error)?.stack ?? error) }
  }
}

parentPort?.on('message', async (asked: Asked) => parentPort?.postMessage(await answerOf(asked)))
