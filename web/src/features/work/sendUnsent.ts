import { routes, type Tie } from '@oppen/contract'
import { idOf } from '@oppen/core/draft'
import type { AccountId, WorkId } from '@oppen/core/ids'
import { INK_LIMITS } from '@oppen/core/ink'
import { call } from '../../app/api.js'
import { notYet } from '../../app/delivery.js'
import { forgetPage, readKept, unsentHere } from '../../app/device.js'
import type { SubmissionParams } from '../../app/queries.js'
import { say } from '../../words/say.js'
import { keptFiles, submissionsWithFiles } from '../files/keptFiles.js'
import { sendKept } from '../files/sendFile.js'
import { PRESSED } from '../kinds/pressed.js'
import { sendAnswers } from '../kinds/quiz/sendAnswers.js'
import { sendMarks } from '../kinds/reading/marks/keptMarks.js'
import { sendWatched } from '../kinds/video/keptWatched.js'
import { inkStore } from '../worksheets/inkStore.js'
import { type LocalDraft, MOST_ASIDE } from './draftAutosave.js'
import { draftKey, isOpen, timesOpened, unsent, whileClosed } from './localDrafts.js'
import { dropPendingHandIn, readPendingHandIn, sendPendingHandIn } from './pendingHandIn.js'

export const unsentWords = (handIns: number): string => say('handIn_left', { count: handIns })

type Writer = { readonly accountId: AccountId; readonly ties: readonly Tie[] }

/** Of how many submissions something arrived, and how many were handed in by it. */
export type Arrived = { submissions: number; handIns: number }

/** Submissions of which something stays for their pupil to see, and how often they had been opened by then. */
const staying = new Map<string, number>()

/**
 * Sends what somebody made on this device and was not saved before the page was closed or they were signed out: words,
 * strokes, answers, files, and a hand-in that was pressed. What was changed elsewhere meanwhile, or is refused, stays here until
 * its page is opened, which shows it; and so does a hand-in of it. A submission that is open in any tab is left to it.
 */
export async function sendUnsent({ accountId, ties }: Writer): Promise<Arrived> {
  const left = new Set([...unsentHere(accountId), ...(await submissionsWithFiles(accountId))])
  const arrived = { submissions: 0, handIns: 0 }
  for (const submission of left) {
    const [workId, placeId] = submission.split(' ')
    const tie = ties.find(one => one.placeId === placeId && one.role === 'pupil')
    if (!tie?.placeId) continue
    const params = { classId: tie.classId, workId: workId as WorkId, placeId: tie.placeId }
    const draft = draftKey(accountId, params.workId, params.placeId)
    if (staying.get(draft) === timesOpened(draft)) continue
    try {
      await whileClosed(draft, () => sendSubmission(accountId, params, arrived))
    } catch (error) {
      if (notYet(error)) break
      // it stays on the device, and its page says why when it is opened
      staying.set(draft, timesOpened(draft))
    }
  }
  return arrived
}

/** All that was left of one submission, in the order in which it belongs. */
async function sendSubmission(
  accountId: AccountId,
  params: SubmissionParams,
  arrived: Arrived,
): Promise<void> {
  const owner = `${accountId} ${params.workId} ${params.placeId}`
  const draft = draftKey(accountId, params.workId, params.placeId)
  const files = await keptFiles(owner)
  for (const file of files) await sendKept(params, file, () => undefined).arrived
  const version = await sendPage(draft, params)
  const ink = await sendStrokes(owner, params)
  const answers = await sendAnswers(accountId, params)
  const marks = await sendMarks(accountId, params)
  const watched = await sendWatched(accountId, params)
  const some = files.length > 0 || version !== undefined || ink !== undefined || answers || marks || watched
  if (some) arrived.submissions += 1
  const press = readPendingHandIn(draft)
  if (!press || isOpen(draft)) return
  const page = await call(routes.seeSubmission, params)
  const looked = await PRESSED[page.work.kind](params, page, press)
  if (looked === null) {
    staying.set(draft, timesOpened(draft))
    return
  }
  const shown = { version: looked, ink: ink ?? (page.worksheet?.version || null) }
  await sendPendingHandIn(params, shown, press)
  dropPendingHandIn(draft)
  if (!some) arrived.submissions += 1
  arrived.handIns += 1
}

/** The words of one page. Gives the version that they became; nothing where none were left. */
async function sendPage(draft: string, params: SubmissionParams): Promise<number | undefined> {
  let version: number | undefined
  for (const { key, local } of unsent(draft)) {
    const run = local.base && idOf(local.base).run
    const aside = local.aside.slice(0, MOST_ASIDE)
    const body = { html: local.html, base: local.base?.version ?? 0, run, aside }
    version = (await call(routes.saveDraft, params, body)).version
    // what did not go along with it goes when its page is opened
    if (aside.length === local.aside.length && readKept<LocalDraft>(key)?.at === local.at) forgetPage(key)
  }
  return version
}

/** The strokes of one worksheet. Gives the version that they became; nothing where none were left. */
async function sendStrokes(owner: string, params: SubmissionParams): Promise<number | undefined> {
  const store = inkStore(owner)
  const changes = store.all().filter(change => !change.sent)
  let version: number | undefined
  for (let at = 0; at < changes.length; at += INK_LIMITS.batch) {
    const batch = changes.slice(at, at + INK_LIMITS.batch)
    const body = {
      put: batch.flatMap(change => change.put ?? []),
      drop: batch.flatMap(change => (change.put ? [] : change.id)),
    }
    version = (await call(routes.saveInk, params, body)).version
    const now = new Map(store.all().map(change => [change.id, JSON.stringify(change)]))
    for (const change of batch)
      if (now.get(change.id) === JSON.stringify(change)) store.keep({ ...change, sent: true })
  }
  return version
}
