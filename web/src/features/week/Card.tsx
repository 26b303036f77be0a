import type { WeekCard } from '@oppen/contract'
import type { GroupId } from '@oppen/core/ids'
import { owes, UNTOUCHED } from '@oppen/core/work'
import { Link } from 'react-router'
import { NewMark } from '../../parts/Feedback.js'
import { StateLabel } from '../../parts/StateLabel.js'
import { say } from '../../words/say.js'
import { KIND_ICON } from '../kinds/icons.js'
import { useSubmissionState } from '../work/useSubmissionState.js'
import { shownCounts } from './layout.js'
import { Times } from './Times.js'

export function CardHead({ card }: { readonly card: Pick<WeekCard, 'kind' | 'minutes'> }) {
  const Icon = KIND_ICON[card.kind]
  return (
    <span className="flex items-baseline justify-between gap-2 text-[0.8125rem] text-soft">
      <span className="flex items-baseline gap-1.5">
        <Icon size={13} aria-hidden="true" className="translate-y-[2px]" />
        {say(`kind_${card.kind}`)}
      </span>
      {card.minutes !== null && (
        <span className="whitespace-nowrap tabular-nums">{say('minutes', { minutes: card.minutes })}</span>
      )}
    </span>
  )
}

const FRAME = 'block rounded-[var(--radius-card)] border px-2.5 py-1.5 hover:border-blue'

/** A card as its pupil sees it: kind, minutes, title, the state with its exact time. */
export function OwnCard({ card, to }: { readonly card: WeekCard; readonly to: string }) {
  const { state, said } = useSubmissionState(card, card.mine ?? UNTOUCHED)
  const done = ['withTeacher', 'handedBack', 'received', 'excused', 'seen', 'finished'].includes(state.is)
  const look =
    state.is === 'opens'
      ? 'border-dashed border-edge bg-pale/60'
      : state.is === 'overdue' || state.is === 'tryAgain' || state.is === 'missing'
        ? 'border-rust bg-sheet'
        : done
          ? 'border-rule bg-leaf/8'
          : 'border-rule bg-sheet'
  return (
    <Link to={to} className={`${FRAME} ${look}`}>
      <CardHead card={card} />
      <span className="block text-[0.9375rem] leading-snug font-semibold">{card.title}</span>
      {(owes(card.kind) || state.is !== 'toDo' || state.by !== null) && (
        <StateLabel small state={state} said={said} />
      )}
      {card.newNotes > 0 && <NewMark>{say('new_notes', { count: card.newNotes })}</NewMark>}
    </Link>
  )
}

type TaughtProps = {
  readonly card: WeekCard
  readonly to: string
  readonly groupId: GroupId | null
  readonly groups: readonly { readonly id: GroupId; readonly name: string }[]
}

/** A card as the teachers see it: how many are in, and each group's own time. */
export function TaughtCard({ card, to, groupId, groups }: TaughtProps) {
  const counts = shownCounts(card, groupId)
  const quiet = card.posting !== 'posted'
  return (
    <Link
      to={to}
      className={`${FRAME} ${quiet ? 'border-dashed border-edge bg-pale/60' : 'border-rule bg-sheet'}`}
    >
      <CardHead card={card} />
      <span className="block text-[0.9375rem] leading-snug font-semibold">
        {card.title || say('work_untitled')}
      </span>
      <Times times={card.times.filter(one => groupId === null || one.groupId === groupId)} groups={groups} />
      <span className="flex flex-wrap items-baseline gap-x-2 text-[0.8125rem] font-semibold">
        {card.posting === 'draft' ? (
          <span>{say('week_draft')}</span>
        ) : (
          counts && (
            <span className="tabular-nums">{say(owes(card.kind) ? 'counts_in' : 'counts_seen', counts)}</span>
          )
        )}
        {counts !== null && counts.toMark > 0 && (
          <span className="text-rust">{say('counts_toMark', { count: counts.toMark })}</span>
        )}
        {card.newNotes > 0 && <NewMark>{say('new_notes', { count: card.newNotes })}</NewMark>}
      </span>
    </Link>
  )
}
