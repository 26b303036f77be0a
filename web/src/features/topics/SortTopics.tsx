import type { TopicsPage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import type { TopicId } from '@oppen/core/ids'
import { ArrowDown, ArrowUp } from 'lucide-react'
import { useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { useIds } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Window } from '../../parts/Window.js'
import { say } from '../../words/say.js'

type Props = { readonly topics: TopicsPage['topics']; readonly onClose: () => void }
type Named = { readonly id: TopicId; readonly name: string; readonly count: number }

/** Topics renamed, put into order, merged and put away; their work stays. */
export function SortTopics({ topics, onClose }: Props) {
  const { classId } = useIds()
  const again = [reads.topics(classId).queryKey]
  const named: Named[] = topics.flatMap(one =>
    one.id ? [{ id: one.id, name: one.name ?? '', count: one.works.length }] : [],
  )
  const order = useCommand({
    do: (topicIds: TopicId[]) => call(routes.orderTopics, { classId }, { topicIds }),
    again,
  })
  const move = (index: number, by: number) => {
    const ids = named.map(one => one.id)
    const [taken] = ids.splice(index, 1)
    if (taken) ids.splice(index + by, 0, taken)
    order.go(ids)
  }
  return (
    <Window open onClose={onClose} title={say('topics_sort')} size="wide">
      <ul className="flex flex-col gap-2">
        {named.map((topic, index) => (
          <li key={topic.id} className="flex flex-wrap items-center gap-2 border-b border-rule pb-2">
            <span className="flex">
              <Arrow
                label={say('topic_up', { name: topic.name })}
                disabled={!index || order.busy}
                onClick={() => move(index, -1)}
                up
              />
              <Arrow
                label={say('topic_down', { name: topic.name })}
                disabled={index === named.length - 1 || order.busy}
                onClick={() => move(index, 1)}
              />
            </span>
            <OneTopic topic={topic} others={named.filter(one => one.id !== topic.id)} />
          </li>
        ))}
      </ul>
      {order.words && <Problem words={order.words} />}
    </Window>
  )
}

type ArrowProps = {
  readonly label: string
  readonly disabled: boolean
  readonly onClick: () => void
  readonly up?: boolean
}

function Arrow({ label, disabled, onClick, up = false }: ArrowProps) {
  const Icon = up ? ArrowUp : ArrowDown
  return (
    <button
      type="button"
      aria-label={label}
      disabled={disabled}
      onClick={onClick}
      className="rounded p-1 hover:bg-pale disabled:opacity-35"
    >
      <Icon size={16} aria-hidden="true" />
    </button>
  )
}

function OneTopic({ topic, others }: { readonly topic: Named; readonly others: readonly Named[] }) {
  const { classId } = useIds()
  const again = [reads.topics(classId).queryKey]
  const [name, setName] = useState(topic.name)
  const params = { classId, topicId: topic.id }
  const rename = useCommand({ do: () => call(routes.renameTopic, params, { name }), again })
  const merge = useCommand({ do: (into: TopicId) => call(routes.mergeTopic, params, { into }), again })
  const away = useCommand({ do: () => call(routes.removeTopic, params), again })
  const words = rename.words ?? merge.words ?? away.words
  return (
    <>
      <input
        aria-label={say('topic_name')}
        value={name}
        onChange={event => setName(event.target.value)}
        className="min-w-40 flex-1 rounded-[var(--radius-card)] border border-edge bg-sheet px-2.5 py-1.5 text-[0.9375rem]"
      />
      <span className="text-sm text-soft">{say('topic_count', { count: topic.count })}</span>
      {name !== topic.name && (
        <Button onClick={() => rename.go()} disabled={rename.busy}>
          {say('topic_rename')}
        </Button>
      )}
      {others.length > 0 && (
        <select
          aria-label={say('topic_merge', { name: topic.name })}
          value=""
          onChange={event => event.target.value && merge.go(event.target.value as TopicId)}
          className="rounded-[var(--radius-card)] border border-edge bg-sheet px-2 py-1.5 text-[0.9375rem]"
        >
          <option value="">{say('topic_merge_into')}</option>
          {others.map(one => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </select>
      )}
      <Button variant="quiet" onClick={() => away.go()} disabled={away.busy}>
        {say('topic_away')}
      </Button>
      {words && <Problem words={words} />}
    </>
  )
}
