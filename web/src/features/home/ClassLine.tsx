import type { Tie } from '@oppen/contract'
import { Link } from 'react-router'
import { areasOf, homeOf } from '../../app/places.js'
import { useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { NewMark } from '../../parts/Feedback.js'
import { Row } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'
import { Leave } from './Leave.js'
import type { Layout } from './layout.js'
import { useHideClass } from './useHideClass.js'

type Props = {
  readonly tie: Tie
  readonly layout: Layout
  readonly count: number
  readonly joined: boolean
  /** The key that goes there; undefined where there is none. */
  readonly number: number | undefined
  readonly leaving: boolean
  readonly onLeave: (leaving: boolean) => void
}

/** One class, a press away, with what waits in it. */
export function ClassLine(props: Props) {
  const { tie, layout, count, joined, number } = props
  const left = tie.role === 'leaver'
  const about = (
    <p className="text-[0.9375rem] text-soft">
      {tie.teacherName}
      {tie.yearLabel && ` · ${tie.yearLabel}`}
      {tie.role === 'family' && ` · ${tie.placeName}`}
      {!left && !tie.archived && (
        <>
          {' · '}
          <span className={count ? 'font-semibold text-blue' : ''}>
            {count ? say('classes_waits', { count }) : say('classes_calm')}
          </span>
        </>
      )}
    </p>
  )
  const name = (
    <p className="flex flex-wrap items-baseline gap-2.5">
      <Link to={homeOf(tie)} className="text-lg font-semibold hover:underline hover:underline-offset-2">
        {tie.className}
      </Link>
      {joined && <NewMark>{say('classes_joined')}</NewMark>}
    </p>
  )
  const key = number !== undefined && number < 10 && (
    <kbd className="rounded border border-edge/60 px-1.5 font-sans text-xs text-soft">{number}</kbd>
  )
  if (layout === 'tiles') {
    return (
      <li className="flex flex-col gap-1 rounded-[var(--radius-card)] border border-rule p-4">
        <div className="flex items-baseline justify-between gap-2">
          {name}
          {key}
        </div>
        {about}
        <div className="mt-auto pt-2">
          <ClassActions {...props} />
        </div>
      </li>
    )
  }
  return (
    <Since tie={tie}>
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        {key}
        <div className="min-w-0 flex-1 basis-64">
          {name}
          {about}
        </div>
        <ClassActions {...props} />
      </div>
    </Since>
  )
}

function Since({ tie, children }: { readonly tie: Tie; readonly children: React.ReactNode }) {
  const time = useNow()
  return (
    <Row
      as="li"
      margin={say('classes_joined_at', { at: when(tie.since, time) })}
      className="border-b border-rule py-2"
    >
      {children}
    </Row>
  )
}

function ClassActions({ tie, leaving, onLeave }: Props) {
  const hide = useHideClass()
  const { classId, className, hidden } = tie
  if (tie.role === 'leaver') {
    return (
      <Link to={homeOf(tie)} className="text-[0.9375rem] text-blue underline underline-offset-2">
        {say('classes_own_work')}
      </Link>
    )
  }
  return (
    <div className="flex flex-wrap gap-1">
      <Button
        variant="quiet"
        className="!min-h-0 !px-1 !py-0 text-sm"
        aria-label={say(hidden ? 'classes_show_of' : 'classes_hide_of', { className })}
        onClick={() => hide.go({ classId, className, hidden: !hidden })}
        disabled={hide.busy}
      >
        {say(hidden ? 'classes_show' : 'classes_hide')}
      </Button>
      {tie.role === 'pupil' && !tie.archived && areasOf(tie).length > 0 && (
        <Button
          variant="quiet"
          className="!min-h-0 !px-1 !py-0 text-sm"
          aria-label={say('classes_leave_of', { className })}
          onClick={() => onLeave(true)}
        >
          {say('classes_leave')}
        </Button>
      )}
      {leaving && <Leave tie={tie} onClose={() => onLeave(false)} />}
    </div>
  )
}
