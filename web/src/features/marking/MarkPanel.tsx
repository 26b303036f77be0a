import type { MarkingPage, SubmissionPage } from '@oppen/contract'
import { Link } from 'react-router'
import { firstName } from '../../app/places.js'
import type { SubmissionParams } from '../../app/queries.js'
import { Button } from '../../parts/Button.js'
import { say } from '../../words/say.js'
import { Keep } from '../portfolio/LazyKeep.js'
import { WriteTo } from '../talk/WriteTo.js'
import { ClassThread } from '../work/ClassThread.js'
import { History } from '../work/History.js'
import { SideNote } from '../work/SideNote.js'
import { OwnDeadline } from './OwnDeadline.js'
import { Pen } from './Pen.js'
import type { MarkingRow } from './rows.js'
import type { Desk } from './useDesk.js'

type Props = {
  readonly params: SubmissionParams
  readonly row: MarkingRow
  readonly marking: Pick<MarkingPage, 'work' | 'scale'>
  readonly desk: Desk
  readonly page: SubmissionPage
  readonly next: { readonly name: string } | undefined
  /** Whether nothing says whose it is. */
  readonly hidden?: boolean
  /** Whether writing begins at once. */
  readonly begin: boolean
  readonly onNext: () => void
  /** It was handed back, or is ready to be. */
  readonly onDone: (how: 'handedBack' | 'ready' | 'tryAgain') => void
}

/** The teacher's pen: mark, feedback, hand back or try again, side note, next. */
export function MarkPanel({ params, row, next, hidden = false, onNext, ...pen }: Props) {
  const { page } = pen
  return (
    <aside aria-label={say('marking_pen')} className="flex flex-col gap-5 border-rule px-5 py-4 lg:border-s">
      <Pen params={params} {...pen} />
      <p className="text-[0.9375rem] text-soft">
        {next ? (
          <Button onClick={onNext}>
            {say('marking_next', { name: next.name })}
            <kbd className="rounded border border-edge px-1.5 font-sans text-xs">N</kbd>
          </Button>
        ) : (
          say('marking_all_done')
        )}
      </p>
      {hidden ? (
        <p className="text-sm text-soft">{say('desk_names_hidden')}</p>
      ) : (
        <>
          <OwnDeadline params={params} row={row} />
          <SideNote
            key={params.placeId}
            params={params}
            name={firstName(page.pupil.name)}
            who={say('work_note_who_teacher', { name: firstName(page.pupil.name) })}
          />
          <WriteTo
            classId={params.classId}
            to={`family:${params.placeId}`}
            name={firstName(page.pupil.name)}
            about={{ ...params, title: page.work.title }}
          />
          <ClassThread address={params} thread={page.thread} />
          <Keep params={params} handIns={page.handIns} />
          <History page={page} />
          <Link
            to={`/c/${params.classId}/marking/${params.placeId}`}
            className="text-[0.9375rem] font-semibold text-blue underline underline-offset-2"
          >
            {say('desk_all_work_of', { name: firstName(page.pupil.name) })}
          </Link>
        </>
      )}
    </aside>
  )
}
