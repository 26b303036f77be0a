import { type QuizPage, routes } from '@oppen/contract'
import type { AccountId } from '@oppen/core/ids'
import { questionsOf } from '@oppen/core/work/kinds/quiz'
import { useCallback, useEffect, useMemo, useSyncExternalStore } from 'react'
import { call } from '../../../app/api.js'
import { later, reach } from '../../../app/delivery.js'
import { keep, QUIZ, readKept } from '../../../app/device.js'
import { reads, type SubmissionParams } from '../../../app/queries.js'
import { useMe } from '../../../app/session.js'
import { useAutosave } from '../../../app/useAutosave.js'
import { draftKey, openedDraft } from '../../work/localDrafts.js'
import { type LocalAnswer, QuizAutosave, type SentAnswer } from './quizAutosave.js'
import { readQuiz } from './reads.js'

/** Under which name this device keeps answers of an attempt that the server does not have. */
export const quizKey = (
  accountId: AccountId,
  { workId, placeId }: SubmissionParams,
  attempt: number,
): string => `${QUIZ}${accountId} ${workId} ${placeId} ${attempt}`

/** The answers of an attempt, kept safe while it is open. */
export function useQuiz(params: SubmissionParams, page: QuizPage, attempt: number): QuizAutosave {
  const { account } = useMe()
  const { classId, workId, placeId } = params
  // biome-ignore lint/correctness/useExhaustiveDependencies: one autosave for as long as the attempt is open
  const autosave = useMemo(() => {
    const key = quizKey(account.id, params, attempt)
    const world = {
      send: (answers: readonly SentAnswer[]) =>
        reach(() =>
          call(
            routes.saveAnswers,
            { classId, workId, placeId },
            { attempt, answers: [...answers] },
            { keepalive: JSON.stringify(answers).length < 20_000 },
          ),
        ),
      read: () => readKept<Record<string, LocalAnswer>>(key) ?? {},
      write: (answers: Readonly<Record<string, LocalAnswer>>) => {
        if (Object.keys(answers).length) return keep(key, JSON.stringify(answers))
        localStorage.removeItem(key)
        return true
      },
      later,
      now: () => Date.now(),
    }
    const server = questionsOf(page.sections).map(
      ({ question, answer, version, flagged }) =>
        [question.id, { answer, version, flagged, changedAt: null }] as const,
    )
    return new QuizAutosave(world, Object.fromEntries(server))
  }, [account.id, classId, workId, placeId, attempt])
  useAutosave(autosave)
  // what is open here is sent from here
  useEffect(() => openedDraft(draftKey(account.id, workId, placeId)), [account.id, workId, placeId])
  const snapshot = useCallback(() => autosave.status, [autosave])
  useSyncExternalStore(autosave.subscribe, snapshot)
  return autosave
}

/** What is read anew once an attempt begins or ends. */
export const againOf = (params: SubmissionParams) => [
  readQuiz(params).queryKey,
  reads.submission(params).queryKey,
  ['today'],
  ['week', params.classId],
  ['topics', params.classId],
]
