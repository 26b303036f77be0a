import { type DeskPage, routes, type Seen, type SubmissionPage } from '@oppen/contract'
import { readMarkOn, type ScaleStep, showHundredths } from '@oppen/core/marks'
import { useEffect, useMemo, useRef, useSyncExternalStore } from 'react'
import { call, Refusal } from '../../app/api.js'
import { later, reach } from '../../app/delivery.js'
import { keep, readKept } from '../../app/device.js'
import type { SubmissionParams } from '../../app/queries.js'
import { randomName } from '../../app/randomName.js'
import { useMe } from '../../app/session.js'
import { useAutosave } from '../../app/useAutosave.js'
import { AnnotationAutosave, type AnnotationChange } from './annotationAutosave.js'
import { type Kept, type Known, MarkDraftAutosave, NOTHING_SAID, type Verdict } from './markDraftAutosave.js'

/** This page, to the server: what it sends again is no clash with itself. */
const WRITER = randomName(16)

/** What stands on this device of marks and of what is put over work, until it has arrived. */
const VERDICT = 'oppen verdict '
const ANNOTATION = 'oppen annotation '

/** What is said of a submission, by what the server has: its draft, or what was handed back. */
export function knownOf(
  { status, feedback, levels, sticker, moves }: SubmissionPage,
  { draft }: DeskPage,
): Known {
  const base = { moves: moves.length, version: draft?.version ?? null }
  const shown = (mark: number | null) => (mark === null ? '' : showHundredths(mark))
  if (draft) {
    const verdict = { ...draft, mark: shown(draft.mark) }
    return { ...base, verdict: pick(verdict), ready: draft.ready, by: draft.by }
  }
  if (status.phase !== 'handedBack') return { ...base, verdict: NOTHING_SAID, ready: false, by: null }
  const given = { mark: shown(status.mark), feedback: feedback ?? '', levels: levels ?? {}, sticker }
  return { ...base, verdict: given, ready: false, by: null }
}

const pick = ({ mark, feedback, levels, sticker }: Verdict): Verdict => ({ mark, feedback, levels, sticker })

export const seenOf = ({ base }: MarkDraftAutosave): Seen => ({
  moves: base.moves,
  draft: base.version,
  writer: WRITER,
})

type By = { readonly points: number | null; readonly scale: readonly ScaleStep[] }

/** The mark and feedback of a submission in the making, and what is put over its work, kept safe while it is open. */
export function useDesk(
  params: SubmissionParams,
  page: SubmissionPage,
  desk: DeskPage,
  { points, scale }: By,
) {
  const { account } = useMe()
  const { classId, workId, placeId } = params
  const owner = `${account.id} ${workId} ${placeId}`
  const number = page.status.handIns
  const known = useMemo(() => knownOf(page, desk), [page, desk])
  // biome-ignore lint/correctness/useExhaustiveDependencies: one autosave for as long as it is open; news comes by `heard`
  const draft = useMemo(
    () =>
      new MarkDraftAutosave(
        {
          save: (verdict, base, ready) =>
            reach(() =>
              call(
                routes.saveMarkDraft,
                { classId, workId, placeId },
                {
                  ...{ number, ready, ...verdict, mark: verdict.mark.trim() ? verdict.mark : null },
                  seen: { moves: base.moves, draft: base.version, writer: WRITER },
                },
              ),
            ),
          read: async () => {
            try {
              const [submission, now] = await Promise.all([
                call(routes.seeSubmission, { classId, workId, placeId }),
                call(routes.seeDesk, { classId, workId, placeId }),
              ])
              return knownOf(submission, now)
            } catch {
              return undefined
            }
          },
          readable: mark => !mark.trim() || points === null || readMarkOn(mark, points, scale).ok,
          isChanged: error => error instanceof Refusal && error.code === 'mark_draft_changed',
          store: {
            get: () => readKept<Kept>(VERDICT + owner),
            keep: kept => void keep(VERDICT + owner, JSON.stringify(kept)),
            forget: () => localStorage.removeItem(VERDICT + owner),
          },
          later,
        },
        known,
      ),
    [owner, classId, workId, placeId, number],
  )
  // biome-ignore lint/correctness/useExhaustiveDependencies: as above
  const annotations = useMemo(() => {
    const prefix = `${ANNOTATION}${owner} `
    return new AnnotationAutosave(
      {
        save: (put, drop) =>
          reach(() =>
            call(routes.saveAnnotations, { classId, workId, placeId }, { put: [...put], drop: [...drop] }),
          ),
        store: {
          all: () =>
            Object.keys(globalThis.localStorage ?? {}).flatMap(key =>
              key.startsWith(prefix) ? (readKept<AnnotationChange>(key) ?? []) : [],
            ),
          keep: change => void keep(prefix + change.id, JSON.stringify(change)),
          forget: ({ id }) => localStorage.removeItem(prefix + id),
        },
        later,
      },
      desk.annotations,
    )
  }, [owner, classId, workId, placeId])
  useAutosave(draft)
  useAutosave(annotations)
  useEffect(() => draft.heard(known), [draft, known])
  useEffect(() => annotations.heard(desk.annotations), [annotations, desk.annotations])
  return useMemo(() => ({ draft, annotations }), [draft, annotations])
}

type Watched = { readonly subscribe: (listener: () => void) => () => void }

/**
 * Renders whoever asks again when something that it reads of an autosave changes, and nobody else: with each letter of a comment what
 * stands around it stays as it is. On the server, where nothing changes, it is as it was made.
 */
export function useWatched<T extends Watched>(of: T, read: (of: T) => readonly unknown[]): void {
  const state = useRef<readonly unknown[]>([])
  const latest = () => {
    const now = read(of)
    if (now.some((one, index) => one !== state.current[index])) state.current = now
    return state.current
  }
  useSyncExternalStore(of.subscribe, latest, latest)
}

export type Desk = ReturnType<typeof useDesk>
