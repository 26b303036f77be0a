import type { GroupTimes } from '@oppen/contract'
import type { GroupId } from '@oppen/core/ids'
import { useNow } from '../../app/session.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'
import { troubleWords } from '../../words/why.js'

type Props = {
  readonly times: readonly GroupTimes[]
  readonly groups: readonly { readonly id: GroupId; readonly name: string }[]
  /** Says nothing where all groups have the same: it stands in the margin. */
  readonly quiet?: boolean
}

/** When a work appears, opens or is due: said once where all groups have the same, else for each. */
export function Times({ times, groups, quiet = false }: Props) {
  const time = useNow()
  const words = (one: GroupTimes) => {
    if (one.appearsAt !== null && one.appearsAt > time.now)
      return say('week_planned', { at: when(one.appearsAt, time) })
    if (one.dueAt !== null) return say('week_due_at', { at: when(one.dueAt, time) })
    return one.opensAt === null ? say('week_due_none') : say('week_opens_at', { at: when(one.opensAt, time) })
  }
  const [first] = times
  if (!first) return null
  const alike = new Set(times.map(words)).size <= 1 && times.every(one => !one.problems.length)
  if (alike && quiet && !(first.appearsAt !== null && first.appearsAt > time.now)) return null
  return (
    <span className={`${quiet ? 'flex flex-wrap gap-x-3' : 'block'} text-[0.8125rem] text-soft tabular-nums`}>
      {alike
        ? words(first)
        : times.map(one => (
            <span key={one.groupId} className="block">
              <span className="font-semibold text-ink">
                {groups.find(group => group.id === one.groupId)?.name}
              </span>{' '}
              {one.problems[0] ? (
                <span className="text-rust">{troubleWords(one.problems[0])}</span>
              ) : (
                words(one)
              )}
            </span>
          ))}
    </span>
  )
}
