import {
  DndContext,
  type DragEndEvent,
  DragOverlay,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core'
import type { WeekCard, WeekPage } from '@oppen/contract'
import type { GroupId } from '@oppen/core/ids'
import { LANES, type Lane, weekdayIn } from '@oppen/core/timing'
import { localDateAt } from '@oppen/core/zone'
import { GripVertical } from 'lucide-react'
import { type ReactNode, useState } from 'react'
import { useNow } from '../../app/session.js'
import { dayNumber, shortDay } from '../../words/dates.js'
import { say } from '../../words/say.js'
import { CardHead, OwnCard, TaughtCard } from './Card.js'
import { LessonNote } from './LessonNote.js'
import { cellsOf, shownLessons } from './layout.js'
import { MoveWindow, NewTimes, type Spot, useMoveCard } from './MoveCard.js'

type Props = {
  readonly page: WeekPage
  readonly groupId: GroupId | null
  /** Whether the reader plans the week. */
  readonly writes: boolean
  readonly to: (card: WeekCard) => string
}

/** Three lanes by the days of the week. Who plans it drags cards, or moves them by keyboard. */
export function WeekTable(props: Props) {
  return props.writes ? <Movable {...props} /> : <Table {...props} hover={null} />
}

type Over = { readonly card: WeekCard; readonly spot: Spot }

function Movable(props: Props) {
  const { page, groupId } = props
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 8 } }))
  const [dragged, setDragged] = useState<WeekCard | null>(null)
  const [over, setOver] = useState<Over | null>(null)
  const move = useMoveCard()
  const spotOf = (id: string): Spot => {
    const [lane = 'followUp', date = page.week] = id.split(' ')
    return { week: page.week, lane: lane as Lane, weekday: weekdayIn(page.week, date), groupId }
  }
  const end = ({ over: at }: DragEndEvent) => {
    const here = at && dragged && { card: dragged, spot: spotOf(String(at.id)) }
    setDragged(null)
    setOver(null)
    if (here) move.go(here)
  }
  return (
    <DndContext
      sensors={sensors}
      onDragStart={({ active }) => setDragged(page.cards.find(card => card.id === active.id) ?? null)}
      onDragOver={({ over: at }) =>
        setOver(at && dragged ? { card: dragged, spot: spotOf(String(at.id)) } : null)
      }
      onDragEnd={end}
      onDragCancel={() => {
        setDragged(null)
        setOver(null)
      }}
    >
      <Table {...props} hover={over && `${over.spot.lane} ${over.spot.weekday}`} />
      <DragOverlay dropAnimation={null}>
        {dragged && (
          <div className="w-56 rounded-[var(--radius-card)] border border-blue bg-sheet px-2.5 py-1.5 shadow-lg">
            <CardHead card={dragged} />
            <p className="text-[0.9375rem] font-semibold">{dragged.title}</p>
            {over && (
              <div className="mt-1 border-t border-rule pt-1">
                <p className="text-sm text-soft">{say('week_move_drop')}</p>
                <NewTimes workId={over.card.id} spot={over.spot} />
              </div>
            )}
          </div>
        )}
      </DragOverlay>
    </DndContext>
  )
}

function Table({ page, groupId, writes, to, hover }: Props & { readonly hover: string | null }) {
  const time = useNow()
  const today = localDateAt(time.now, time.zone)
  const cards = cellsOf({ page, groupId, ...time })
  const lessons = shownLessons(page, groupId)
  const [moving, setMoving] = useState<WeekCard | null>(null)
  const taught = new Set(lessons.map(one => one.lesson.date))
  return (
    <>
      <table className="w-full table-fixed border-collapse">
        <colgroup>
          <col style={{ width: 'var(--margin-x)' }} />
          {page.days.map(day => (
            <col key={day.date} />
          ))}
        </colgroup>
        <thead>
          <tr>
            <td />
            {page.days.map(day => (
              <th
                key={day.date}
                scope="col"
                className={`px-2 pt-1.5 pb-1.5 text-start align-bottom font-normal ${day.date === today ? 'border-b-[3px] border-b-ochre' : 'border-b border-b-rule'}`}
              >
                <span className="flex min-h-12 flex-col items-start gap-0.5">
                  <span className="whitespace-nowrap">
                    <span className="font-head text-lg font-semibold">{shortDay(day.date)}</span>{' '}
                    <span className="text-[0.9375rem] text-soft">
                      {dayNumber(day.date)}
                      {day.date === today && ` · ${say('week_today')}`}
                    </span>
                  </span>
                  {lessons
                    .filter(one => one.lesson.date === day.date)
                    .map(one => (
                      <span
                        key={one.lesson.key}
                        className="rounded-full bg-pale px-2 text-[0.8125rem] leading-5 font-semibold whitespace-nowrap text-blue"
                      >
                        {writes && groupId === null
                          ? say('week_lesson_group', {
                              group: one.groupNames.join(' + '),
                              at: one.lesson.starts,
                            })
                          : say('week_lesson', { at: one.lesson.starts })}
                        {one.lesson.extra && ` · ${say('week_lesson_extra')}`}
                        {one.lesson.movedFrom &&
                          ` · ${say('week_lesson_moved', { from: `${shortDay(one.lesson.movedFrom.date)} ${one.lesson.movedFrom.starts}` })}`}
                      </span>
                    ))}
                  {day.closed !== null && (
                    <span className="whitespace-nowrap rounded-full border border-dashed border-edge px-2 text-[0.8125rem] leading-5 text-soft">
                      {day.closed}
                    </span>
                  )}
                </span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {LANES.map(lane => (
            <tr key={lane} className="border-b border-rule">
              <th scope="row" className="px-3 py-2.5 text-end align-top font-normal">
                <span className="block font-head text-[0.9375rem] leading-tight font-semibold">
                  {say(`week_lane_${lane}`)}
                </span>
                <span className="block text-[0.8125rem] leading-snug text-soft">
                  {say(`week_lane_${lane}_says`)}
                </span>
              </th>
              {page.days.map(day => (
                <Cell
                  key={day.date}
                  id={`${lane} ${day.date}`}
                  taught={taught.has(day.date)}
                  lit={hover === `${lane} ${weekdayIn(page.week, day.date)}`}
                  writes={writes}
                >
                  {lane === 'lesson' &&
                    lessons
                      .filter(one => one.lesson.date === day.date)
                      .map(one => (
                        <LessonNote key={one.lesson.key} {...one} week={page.week} writes={writes} />
                      ))}
                  <ul className="flex flex-col gap-1.5">
                    {cards(lane, day.date).map(card => (
                      <li key={card.id}>
                        {writes ? (
                          <Draggable card={card} onMove={() => setMoving(card)}>
                            <TaughtCard card={card} to={to(card)} groupId={groupId} groups={page.groups} />
                          </Draggable>
                        ) : (
                          <OwnCard card={card} to={to(card)} />
                        )}
                      </li>
                    ))}
                  </ul>
                </Cell>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {moving && <MoveWindow card={moving} page={page} groupId={groupId} onClose={() => setMoving(null)} />}
    </>
  )
}

type CellProps = {
  readonly id: string
  readonly taught: boolean
  readonly lit: boolean
  readonly writes: boolean
  readonly children: ReactNode
}

function Cell({ id, taught, lit, writes, children }: CellProps) {
  const { setNodeRef } = useDroppable({ id, disabled: !writes })
  return (
    <td
      ref={setNodeRef}
      className={`h-16 border-s border-dashed border-s-rule p-1.5 align-top first-of-type:border-s-0 ${lit ? 'bg-ochre-pale' : taught ? 'bg-pale/35' : ''}`}
    >
      {children}
    </td>
  )
}

type DragProps = { readonly card: WeekCard; readonly onMove: () => void; readonly children: ReactNode }

function Draggable({ card, onMove, children }: DragProps) {
  const { setNodeRef, listeners, isDragging } = useDraggable({ id: card.id })
  return (
    <div ref={setNodeRef} className={`relative ${isDragging ? 'opacity-40' : ''}`} {...listeners}>
      {children}
      <button
        type="button"
        aria-label={say('week_move_grip', { title: card.title })}
        onClick={onMove}
        className="absolute end-0.5 bottom-0.5 rounded p-1 text-soft hover:bg-pale hover:text-ink print:hidden"
      >
        <GripVertical size={16} aria-hidden="true" />
      </button>
    </div>
  )
}
