import { routes } from '@oppen/contract'
import { call } from '../../../app/api.js'
import { QUIZ, readKept } from '../../../app/device.js'
import type { SubmissionParams } from '../../../app/queries.js'
import { atOnce } from './atOnce.js'
import type { LocalAnswer } from './quizAutosave.js'

/**
 * Sends the answers of one submission that were left on this device. What was changed elsewhere meanwhile stays here until its
 * quiz is opened, which lets its pupil choose. Gives whether anything arrived; rejects as `call` does.
 */
export async function sendAnswers(accountId: string, params: SubmissionParams): Promise<boolean> {
  const start = `${QUIZ}${accountId} ${params.workId} ${params.placeId} `
  let some = false
  for (const key of Object.keys(localStorage).filter(one => one.startsWith(start))) {
    const kept = readKept<Record<string, LocalAnswer>>(key) ?? {}
    const due = Object.entries(kept).flatMap(([questionId, { answer, changedAt, version, flagged }]) =>
      answer && changedAt !== null ? [{ questionId, answer, version, flagged, changedAt }] : [],
    )
    for (let left = due; left.length; ) {
      const batch = atOnce(left)
      left = left.slice(batch.length)
      const now = Date.now()
      const { saved, over } = await call(routes.saveAnswers, params, {
        attempt: Number(key.slice(start.length)),
        answers: batch.map(({ changedAt, ...one }) => ({ ...one, waited: Math.max(0, now - changedAt) })),
      })
      some ||= saved.length > 0
      // nothing takes what came too late: it would be asked for for ever
      const done = [...saved.map(({ questionId }) => questionId), ...over]
      forget(key, new Map(due.map(one => [one.questionId, one.changedAt])), new Set(done))
    }
  }
  return some
}

/** Forgets what is done with, and has not been answered otherwise in another tab since. */
function forget(key: string, sent: ReadonlyMap<string, number>, gone: ReadonlySet<string>): void {
  const now = readKept<Record<string, LocalAnswer>>(key) ?? {}
  const left = Object.entries(now).filter(
    ([id, { changedAt }]) => !gone.has(id) || changedAt !== sent.get(id),
  )
  if (left.length) localStorage.setItem(key, JSON.stringify(Object.fromEntries(left)))
  else localStorage.removeItem(key)
}
