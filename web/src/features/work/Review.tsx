import type { SubmissionPage } from '@oppen/contract'
import type { Missing } from '@oppen/core/draft'
import type { PlaceId } from '@oppen/core/ids'
import { draftTitle } from '@oppen/core/work'
import { Suspense, useState } from 'react'
import { useIds, useMe, useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem, Waiting } from '../../parts/Feedback.js'
import { Window } from '../../parts/Window.js'
import { Written } from '../../parts/Written.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { LazyShown } from '../worksheets/LazyWorksheet.js'
import type { InkState } from '../worksheets/OwnWorksheet.js'
import { FileList } from './Files.js'
import { missingWords } from './missing.js'
import type { HandingIn } from './useHandIn.js'
import { WhoAreYou } from './WhoAreYou.js'

type Props = {
  readonly page: SubmissionPage
  readonly html: string
  readonly missing: readonly Missing[]
  readonly handingIn: HandingIn
  readonly ink: InkState | null
  readonly onClose: () => void
}

/** Exactly what will be handed in, what is still missing from it, and on a shared tablet whose it is. */
export function Review({ page, html, missing, handingIn, ink, onClose }: Props) {
  const time = useNow()
  const { tablet } = useMe()
  const { classId } = useIds()
  const [as, setAs] = useState<PlaceId | null>(null)
  const { busy, problem } = handingIn
  const go = async () => {
    if (await handingIn.go(as)) onClose()
  }
  return (
    <Window open onClose={onClose} title={say('work_review_title')} size="wide">
      {missing.length > 0 && (
        <div className="mb-4 border-s-4 border-ochre bg-ochre-pale px-3 py-2 text-[0.9375rem]">
          <p className="font-semibold">{say('missing_head')}</p>
          <ul className="list-disc ps-5">
            {missing.map(one => (
              <li key={missingWords(one)}>{missingWords(one)}</li>
            ))}
          </ul>
          <p className="mt-1 text-soft">{say('missing_anyway')}</p>
        </div>
      )}
      <h3 className="mb-3 text-lg">{draftTitle(page.work.title, page.pupil.name)}</h3>
      {page.worksheet && (
        <div className="mb-4">
          <Suspense fallback={<Waiting />}>
            <LazyShown
              inWindow
              params={{ classId, workId: page.work.id, placeId: page.pupil.placeId }}
              {...(ink && { here: ink.autosave.items })}
            />
          </Suspense>
        </div>
      )}
      {html || page.worksheet ? (
        <Written html={html} className="text-[1.0625rem]" />
      ) : (
        <p className="text-soft">{say('work_review_no_text')}</p>
      )}
      <FileList files={page.files} page={page} html={html} />
      {tablet && <WhoAreYou placeId={page.pupil.placeId} onChosen={setAs} />}
      {problem !== undefined && (
        <div className="mt-4">
          <Problem words={problemWords(problem, time)} />
        </div>
      )}
      <div className="mt-5 flex flex-wrap items-center gap-3 border-t border-rule pt-4">
        <Button
          variant="primary"
          onClick={() => void go()}
          disabled={busy || (tablet !== null && as === null)}
        >
          {say('work_review_go')}
        </Button>
        <Button onClick={onClose}>{say('work_review_more')}</Button>
        {tablet && as === null && <span className="text-[0.9375rem] text-soft">{say('who_first')}</span>}
      </div>
    </Window>
  )
}
