import { addressOf, routes, type SubmissionFile, type WireError } from '@oppen/contract'
import { DetailedError, Upload as TusUpload } from 'tus-js-client'
import { call, Refusal, Unreachable } from '../../app/api.js'
import type { SubmissionParams } from '../../app/queries.js'
import { seenAsHeader } from '../../app/seeAs.js'
import { forgetFile, isKept, type KeptFile } from './keptFiles.js'

export type Sending = {
  /** The file on the submission, once it has arrived. Rejects with `Refusal` or `Unreachable`. */
  readonly arrived: Promise<SubmissionFile>
  /** Gives up: what has come already is thrown away. */
  readonly cancel: () => void
}

export type Upload = {
  /** The name of the upload, once all of it has come. Rejects with `Refusal` or `Unreachable`. */
  readonly whole: Promise<string>
  readonly cancel: () => void
}

/** One request carries no more than this, so that a cut costs little. */
const PART = 4 * 1024 * 1024
const RETRIES = [0, 1_000, 3_000, 5_000, 10_000]

/** Told how many bytes have come, of how many. */
type Progress = (sent: number, of: number) => void

/** Sends a file for a submission in parts, as `sendParts` does. */
export const sendUpload = (params: SubmissionParams, file: File, progress: Progress): Upload =>
  sendParts(addressOf(routes.beginUpload, params), file, progress)

/** Sends a file in parts to where uploads are begun. After a cut, also after the page was closed, it goes on where it stopped. */
export function sendParts(endpoint: string, file: File, progress: Progress): Upload {
  const as = seenAsHeader()
  let upload: TusUpload
  let given = false
  const whole = new Promise<string>((resolve, reject) => {
    upload = new TusUpload(file, {
      endpoint,
      metadata: { filename: file.name, filetype: file.type },
      chunkSize: PART,
      // the stand-in pupil sends files too
      headers: as ? { 'x-oppen-as': as } : {},
      retryDelays: RETRIES,
      removeFingerprintOnSuccess: true,
      onProgress: progress,
      onShouldRetry: error => !(refusalOf(error) instanceof Refusal),
      onSuccess: () => resolve(upload.url?.split('/').at(-1) ?? ''),
      onError: error => reject(refusalOf(error)),
    })
    void upload.findPreviousUploads().then(([before]) => {
      if (given) return
      if (before) upload.resumeFromPreviousUpload(before)
      upload.start()
    })
  })
  const cancel = () => {
    given = true
    void upload.abort(true).catch(() => undefined)
  }
  return { whole, cancel }
}

/** Sends a file and puts it onto the submission. */
export function sendFile(params: SubmissionParams, file: File, progress: Progress): Sending {
  const { whole, cancel } = sendUpload(params, file, progress)
  return { arrived: whole.then(uploadId => add(params, uploadId)), cancel }
}

/** Puts a whole upload onto the submission; where the answer is cut off it asks again, which puts it there once. */
const add = (params: SubmissionParams, uploadId: string): Promise<SubmissionFile> =>
  askAgain(() => call(routes.addFile, params, { uploadId }))

/** Asks once more where no answer came, for what is done once however often it is asked. Rejects as `ask` does. */
export async function askAgain<T>(ask: () => Promise<T>, tries = 0): Promise<T> {
  try {
    return await ask()
  } catch (error) {
    const wait = RETRIES[tries]
    if (wait === undefined || !(error instanceof Unreachable)) throw error
    await new Promise(done => setTimeout(done, wait))
    return askAgain(ask, tries + 1)
  }
}

/**
 * Sends a file that is kept on the device, once: what reads the same store in another tab, or for a page that was
 * closed, waits until this has arrived, and then finds it gone. What is given up is thrown away, and counts as arrived.
 */
export function sendKept(
  params: SubmissionParams,
  kept: KeptFile,
  progress: Progress,
): { readonly arrived: Promise<void>; readonly cancel: () => void } {
  const given = new AbortController()
  const givenUp = new Promise<void>(done => given.signal.addEventListener('abort', () => done()))
  const send = async () => {
    if (!(await isKept(kept)) || given.signal.aborted) return
    const sending = sendFile(params, kept.file, progress)
    given.signal.addEventListener('abort', sending.cancel)
    await Promise.race([sending.arrived, givenUp])
    await forgetFile(kept.key)
  }
  const locks = globalThis.navigator?.locks
  const arrived = locks ? locks.request(kept.key, send) : send()
  return { arrived: Promise.race([arrived, givenUp]), cancel: () => given.abort() }
}

/** What the server answered, as the screens know it. */
function refusalOf(error: Error): Refusal | Unreachable {
  const answer = error instanceof DetailedError ? error.originalResponse : null
  if (!answer) return new Unreachable(error.message)
  try {
    const { error: wire } = JSON.parse(answer.getBody()) as WireError
    return new Refusal(answer.getStatus(), wire)
  } catch {
    return new Unreachable(`status ${answer.getStatus()}`)
  }
}
