import {
  type Announcements,
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  type UniqueIdentifier,
  useSensor,
  useSensors,
} from '@dnd-kit/core'
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable'
import { CSS } from '@dnd-kit/utilities'
import type { TopicsPage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { owes } from '@oppen/core/work'
import { GripVertical, Pin } from 'lucide-react'
import { Link } from 'react-router'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { useIds, useNow } from '../../app/session.js'
import { NewMark } from '../../parts/Feedback.js'
import { Row } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'
import { KIND_ICON } from '../kinds/icons.js'
import { Times } from '../week/Times.js'
import type { TopicWork } from './filter.js'

type Props = {
  readonly topic: TopicsPage['topics'][number]
  readonly works: readonly TopicWork[]
  readonly groups: TopicsPage['groups']
  /** Whether the order can be changed: only where all of the topic is shown, in a class that is not archived. */
  readonly sorts: boolean
}

/** The work of a topic as its teachers see it, in an order made by hand: by drag, or by keyboard from the grip. */
export function TaughtTopic({ topic, works, groups, sorts }: Props) {
  const { classId } = useIds()
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  )
  const order = useCommand({
    do: (ids: readonly TopicWork['id'][]) =>
      call(routes.orderWorks, { classId }, { topicId: topic.id, workIds: [...ids] }),
    again: [reads.topics(classId).queryKey],
  })
  const ids = works.map(work => work.id)
  const end = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return
    const from = ids.indexOf(active.id as TopicWork['id'])
    const to = ids.indexOf(over.id as TopicWork['id'])
    order.go(arrayMove([...ids], from, to))
  }
  const titled = (id: UniqueIdentifier) => ({ title: works.find(work => work.id === id)?.title ?? '' })
  const placed = (id: UniqueIdentifier | undefined) => ({
    place: ids.indexOf(id as TopicWork['id']) + 1,
    of: ids.length,
  })
  const announce: Announcements = {
    onDragStart: ({ active }) => say('topic_held', titled(active.id)),
    onDragOver: ({ active, over }) => say('topic_at', { ...titled(active.id), ...placed(over?.id) }),
    onDragEnd: ({ active, over }) => say('topic_let_go', { ...titled(active.id), ...placed(over?.id) }),
    onDragCancel: ({ active }) => say('topic_put_back', titled(active.id)),
  }
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={end}
      accessibility={{
        announcements: announce,
        screenReaderInstructions: { draggable: say('topic_grip_how') },
      }}
    >
      <SortableContext items={ids} strategy={verticalListSortingStrategy} disabled={!sorts}>
        <ul>
          {works.map(work => (
            <TaughtLine key={work.id} work={work} groups={groups} sorts={sorts} />
          ))}
        </ul>
      </SortableContext>
    </DndContext>
  )
}

type LineProps = Pick<Props, 'groups' | 'sorts'> & { readonly work: TopicWork }

function TaughtLine({ work, groups, sorts }: LineProps) {
  const { classId } = useIds()
  const time = useNow()
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } =
    useSortable({ id: work.id })
  const pin = useCommand({
    do: () => call(routes.pinWork, { classId, workId: work.id }, { pinned: !work.pinned }),
    again: [reads.topics(classId).queryKey],
  })
  const Icon = KIND_ICON[work.kind]
  const counts = work.counts ?? { in: 0, toMark: 0, of: 0 }
  const to =
    work.posting === 'draft' ? `/c/${classId}/post/${work.id}` : `/c/${classId}/work/${work.id}/marking`
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={isDragging ? 'relative z-10 bg-pale' : ''}
    >
      <Row margin={work.dueAt === null ? null : when(work.dueAt, time)} className="py-1.5">
        <div className="flex items-baseline gap-2">
          <Link to={to} className="group flex min-w-0 flex-1 flex-wrap items-baseline gap-x-4 rounded">
            <span className="text-[1rem] font-semibold group-hover:underline group-hover:underline-offset-2">
              <Icon
                size={14}
                aria-label={say(`kind_${work.kind}`)}
                className="me-1.5 inline -translate-y-px"
              />
              {work.title || say('work_untitled')}
            </span>
            {work.posting === 'draft' ? (
              <span className="whitespace-nowrap rounded-full border border-dashed border-edge px-2 text-sm">
                {say('week_draft')}
              </span>
            ) : (
              <span className="text-[0.9375rem] text-soft tabular-nums">
                {say(owes(work.kind) ? 'counts_in' : 'counts_seen', counts)}
              </span>
            )}
            {counts.toMark > 0 && (
              <span className="text-[0.9375rem] font-semibold text-rust">
                {say('counts_toMark', { count: counts.toMark })}
              </span>
            )}
            {work.newNotes > 0 && <NewMark>{say('new_notes', { count: work.newNotes })}</NewMark>}
            <Times times={work.times} groups={groups} quiet />
          </Link>
          {sorts && (
            <>
              <Link
                to={`/c/${classId}/post/${work.id}`}
                className="text-sm text-blue underline underline-offset-2"
                aria-label={say('topic_change_work', { title: work.title })}
              >
                {say('week_edit')}
              </Link>
              <button
                type="button"
                aria-pressed={work.pinned}
                aria-label={say('topic_pin', { title: work.title })}
                title={say('topic_pin', { title: work.title })}
                onClick={() => pin.go()}
                className="self-center rounded p-1 text-soft hover:bg-pale aria-pressed:text-margin"
              >
                <Pin size={16} aria-hidden="true" fill={work.pinned ? 'currentColor' : 'none'} />
              </button>
              <button
                ref={setActivatorNodeRef}
                type="button"
                {...attributes}
                {...listeners}
                aria-label={say('topic_grip', { title: work.title })}
                className="cursor-grab touch-none self-center rounded p-1 text-soft hover:bg-pale"
              >
                <GripVertical size={16} aria-hidden="true" />
              </button>
            </>
          )}
        </div>
      </Row>
    </li>
  )
}
