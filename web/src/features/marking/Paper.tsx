import type { SubmissionPage } from '@oppen/contract'
import { draftTitle, mayFollow, type SubmissionState } from '@oppen/core/work'
import { useQuery } from '@tanstack/react-query'
import { Suspense, useEffect } from 'react'
import { onDraftSaved } from '../../app/live.js'
import { reads, type SubmissionParams } from '../../app/queries.js'
import { useNow, useTie } from '../../app/session.js'
import { Disclosure } from '../../parts/Disclosure.js'
import { Problem, Waiting } from '../../parts/Feedback.js'
import { Written } from '../../parts/Written.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'
import { FileList } from '../work/Files.js'
import { PageVersions } from '../work/PageVersions.js'
import { useMarkSubmissionRead } from '../work/useMarkSubmissionRead.js'
import { LazySheetVersions, LazyShown } from '../worksheets/LazyWorksheet.js'

/** A pupil's work as it lies on the teacher's desk: what was handed in, or how far the draft has come. */
export function Paper({
  params,
  state,
}: {
  readonly params: SubmissionParams
  readonly state: SubmissionState
}) {
  const submission = useQuery(reads.submission(params))
  const time = useNow()
  const { refetch } = submission
  useEffect(
    () =>
      onDraftSaved(
        event => event.workId === params.workId && event.placeId === params.placeId && void refetch(),
      ),
    [params.workId, params.placeId, refetch],
  )
  if (submission.error)
    return <Problem words={problemWords(submission.error, time)} again={() => void refetch()} />
  if (!submission.data) return <Waiting />
  return <Sheets page={submission.data} params={params} state={state} />
}

type Props = {
  readonly page: SubmissionPage
  readonly params: SubmissionParams
  readonly state: SubmissionState
}

function Sheets({ page, params, state }: Props) {
  const time = useNow()
  const archived = useTie()?.archived ?? false
  const may = !archived && mayFollow('handIn', page.status)
  useMarkSubmissionRead(params, page.moves.length)
  const [last, ...earlier] = page.handIns
  const isIn = page.status.phase === 'withTeacher' || page.status.phase === 'handedBack'
  const first = page.handIns[page.handIns.length - 1]
  const head =
    last && isIn
      ? [
          say('marking_current', { number: last.number, at: when(last.pressedAt ?? last.at, time) }),
          last.pressedAt === null ? '' : say('handIn_arrived', { at: when(last.at, time) }),
          first && first !== last ? say('marking_first', { at: when(first.at, time) }) : '',
        ]
          .filter(Boolean)
          .join(' · ')
      : page.draft
        ? say('marking_draft', { at: when(page.draft.savedAt, time) })
        : ''
  const html = last && isIn ? last.html : (page.draft?.html ?? '')
  const files = last && isIn ? last.files : page.files
  const shown = last && isIn ? last.worksheet : page.worksheet?.version ? page.worksheet : null
  return (
    <section
      aria-label={draftTitle(page.work.title, page.pupil.name)}
      className="min-w-0 bg-linen/45 px-6 py-4 max-md:px-4"
    >
      <p className="mb-2 text-sm text-soft">{head}</p>
      <article className="min-h-72 border border-rule bg-sheet px-6 py-5 shadow-sm">
        <h2 className="mb-3 text-lg">{draftTitle(page.work.title, page.pupil.name)}</h2>
        {shown && (
          <Suspense fallback={<Waiting />}>
            <LazyShown params={params} {...(shown.version && isIn && { version: shown.version })} />
          </Suspense>
        )}
        {html ? (
          <Written html={html} className="text-[16px]" />
        ) : (
          !files.length && !shown && <p className="text-soft">{nothingWords(page, state)}</p>
        )}
        <FileList files={files} page={page} html={html} />
      </article>
      {page.draft && (
        <div className="mt-4">
          <PageVersions params={params} count={page.draft.versions} may={may} />
        </div>
      )}
      {!!page.worksheet?.version && (
        <div className="mt-4">
          <Suspense fallback={null}>
            <LazySheetVersions params={params} may={may} />
          </Suspense>
        </div>
      )}
      {earlier.length > 0 && isIn && (
        <Disclosure className="mt-4" title={say('marking_earlier')}>
          {earlier.map(one => (
            <article key={one.id} className="mt-3 border border-rule bg-sheet px-6 py-4">
              <p className="mb-2 text-sm text-soft">
                {say('marking_current', { number: one.number, at: when(one.at, time) })}
              </p>
              {one.worksheet && (
                <Suspense fallback={<Waiting />}>
                  <LazyShown params={params} version={one.worksheet.version} />
                </Suspense>
              )}
              <Written html={one.html} />
              <FileList files={one.files} page={page} html={one.html} />
            </article>
          ))}
        </Disclosure>
      )}
    </section>
  )
}

const nothingWords = (page: SubmissionPage, state: SubmissionState): string =>
  state.is === 'received' ? say('marking_paper') : say('marking_nothing', { name: page.pupil.name })
