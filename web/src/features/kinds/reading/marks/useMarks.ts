import { anchorAt, anchorsIn } from '@oppen/core/passage'
import type { Span } from '@oppen/core/speech'
import type { MarkColour } from '@oppen/core/work/kinds/reading'
import { useQuery } from '@tanstack/react-query'
import { useCallback, useEffect, useMemo, useSyncExternalStore } from 'react'
import { later, reach } from '../../../../app/delivery.js'
import type { SubmissionParams } from '../../../../app/queries.js'
import { randomName } from '../../../../app/randomName.js'
import { useMe } from '../../../../app/session.js'
import { useAutosave } from '../../../../app/useAutosave.js'
import { draftKey, openedDraft } from '../../../work/localDrafts.js'
import { readMarks } from '../reads.js'
import { keptMarks, sendMark } from './keptMarks.js'
import { type Mark, MarksAutosave, type MarksStatus } from './marksAutosave.js'

/** A mark and where it stands in the text; null where its words are there no more. */
export type PlacedMark = Mark & { readonly span: Span | null }

export type Marks = {
  /** In the order of the text. */
  readonly all: readonly PlacedMark[]
  readonly status: MarksStatus
  readonly deviceFull: boolean
  /** Marks a stretch; gives the mark. */
  readonly add: (span: Span, colour: MarkColour) => Mark
  readonly put: (mark: Mark) => void
  readonly remove: (mark: Mark) => void
}

/** What a pupil marks in a passage, kept safe while it is open. */
export function useMarks(params: SubmissionParams, text: string): Marks {
  const { account } = useMe()
  const { classId, workId, placeId } = params
  const { data } = useQuery(readMarks(params))
  const autosave = useMemo(() => {
    const submission = { classId, workId, placeId }
    return new MarksAutosave({
      ...keptMarks(account.id, submission),
      send: (id, mark) => reach(() => sendMark(submission, id, mark)),
      later,
      now: () => Date.now(),
    })
  }, [account.id, classId, workId, placeId])
  useAutosave(autosave)
  // what is open here is sent from here
  useEffect(() => openedDraft(draftKey(account.id, workId, placeId)), [account.id, workId, placeId])
  const snapshot = useCallback(() => autosave.status, [autosave])
  const status = useSyncExternalStore(autosave.subscribe, snapshot, snapshot)
  // what has just arrived may not have been read again yet
  const known = useKnown(autosave, data?.marks)
  const all = useMemo(() => anchorsIn(text, known), [text, known])
  return {
    all,
    status,
    deviceFull: autosave.deviceFull,
    add: (span, colour) => {
      const mark = { id: randomName(12) as Mark['id'], colour, anchor: anchorAt(text, span), note: '' }
      autosave.put(mark)
      return mark
    },
    put: mark => autosave.put(mark),
    remove: ({ id }) => autosave.remove(id),
  }
}

const NONE: readonly Mark[] = []

/** The marks of the server with those of this page over them. */
function useKnown(autosave: MarksAutosave, server: readonly Mark[] = NONE): readonly Mark[] {
  const local = useSyncExternalStore(
    autosave.subscribe,
    () => autosave.local,
    () => autosave.local,
  )
  return useMemo(() => {
    const others = server.filter(({ id }) => !(id in local))
    return [...others, ...Object.values(local).flatMap(mark => mark ?? [])]
  }, [server, local])
}
