import { type MarkingPage, type RefusedCell, routes, type Tie } from '@oppen/contract'
import { readMarkOn, wordOfMark } from '@oppen/core/marks'
import { mayFollow } from '@oppen/core/work'
import { useQueryClient } from '@tanstack/react-query'
import { type KeyboardEvent, useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { useIds, useNow, useTie } from '../../app/session.js'
import { Problem } from '../../parts/Feedback.js'
import { Row } from '../../parts/Sheet.js'
import { StateLabel } from '../../parts/StateLabel.js'
import { showHundredths } from '../../words/numbers.js'
import { say, type WordKey } from '../../words/say.js'
import { teacherStateWords } from '../../words/teacherStates.js'
import type { MarkingRow } from './rows.js'

type Props = { readonly page: MarkingPage; readonly rows: readonly MarkingRow[] }

/** A whole class as a list: what came on paper is ticked first, and marks are typed down the column. */
export function MarkList({ page: { work, scale }, rows }: Props) {
  return (
    <Row>
      <div className="overflow-x-auto pt-2">
        <table className="w-full max-w-3xl text-[0.9375rem]">
          <caption className="pb-2 text-start text-sm text-soft">{say('desk_list_lead')}</caption>
          <thead>
            <tr className="border-b-2 border-ink text-start">
              <th scope="col" className="py-1.5 pe-4 text-start font-semibold">
                {say('overview_pupil')}
              </th>
              <th scope="col" className="py-1.5 pe-4 text-start font-semibold">
                {say('desk_list_received')}
              </th>
              <th scope="col" className="py-1.5 pe-4 text-start font-semibold">
                {work.points === null
                  ? say('marking_mark')
                  : say('desk_list_mark', { points: showHundredths(work.points) })}
              </th>
              <th scope="col" className="py-1.5 text-start font-semibold">
                {say('desk_list_state')}
              </th>
            </tr>
          </thead>
          <tbody>
            {rows.map(row => (
              <Line key={row.placeId} row={row} work={work} scale={scale} />
            ))}
          </tbody>
        </table>
      </div>
    </Row>
  )
}

type LineProps = Pick<MarkingPage, 'work' | 'scale'> & { readonly row: MarkingRow }

function typedOf({ draft, status }: MarkingRow, points: number | null, scale: Tie['markWords']): string {
  const mark = draft?.mark ?? status.mark
  if (mark === null || mark === undefined) return ''
  return wordOfMark(mark, points, scale) ?? showHundredths(mark)
}

function Line({ row, work, scale }: LineProps) {
  const { classId } = useIds()
  const tie = useTie()
  const archived = tie?.archived ?? false
  const time = useNow()
  const client = useQueryClient()
  const stands = typedOf(row, work.points, tie?.markWords ?? [])
  const [typed, setTyped] = useState<string | null>(null)
  const address = { classId, workId: work.id, placeId: row.placeId }
  const again = () => client.invalidateQueries({ queryKey: reads.marking(classId, work.id).queryKey })
  const receive = useCommand<boolean>({
    do: received => call(routes.receive, address, { received }),
    again: [reads.marking(classId, work.id).queryKey],
  })
  const [refused, setRefused] = useState<RefusedCell | null>(null)
  const save = useCommand<string>({
    do: async text => {
      const was = row.draft?.mark ?? row.status.mark
      const cell = { workId: work.id, placeId: row.placeId, mark: text.trim() || null, was }
      const { refused: not } = await call(routes.setDraftMarks, { classId }, { cells: [cell] })
      setRefused(not[0] ?? null)
      await again()
      if (!not.length) setTyped(null)
    },
  })
  const read = typed?.trim() && work.points !== null ? readMarkOn(typed, work.points, scale) : undefined
  const onPaper = row.status.phase === 'received'
  const keys = (event: KeyboardEvent<HTMLInputElement>) => {
    const by = { Enter: 1, ArrowDown: 1, ArrowUp: -1 }[event.key]
    if (event.key === 'Escape') setTyped(null)
    if (!by) return
    event.preventDefault()
    const fields = [
      ...(event.currentTarget.closest('tbody')?.querySelectorAll<HTMLInputElement>('input[data-mark]') ?? []),
    ]
    fields[fields.indexOf(event.currentTarget) + by]?.focus()
  }
  const wrong =
    (read && !read.ok && say(`problem_${read.refusal.code}` as WordKey, read.refusal.params ?? {})) ||
    (refused && say(`problem_${refused.code}` as WordKey, refused.params ?? {})) ||
    save.words ||
    receive.words
  return (
    <tr className="border-b border-rule">
      <th scope="row" className="py-0.5 pe-4 text-start font-semibold">
        {row.name}
      </th>
      <td className="pe-4">
        {(mayFollow('receive', row.status) || onPaper) && (
          <input
            type="checkbox"
            aria-label={say('desk_list_received_of', { name: row.name })}
            checked={onPaper}
            disabled={archived || receive.busy || row.draft?.ready}
            onChange={event => receive.go(event.target.checked)}
            className="size-5 align-middle"
          />
        )}
      </td>
      <td className="pe-4">
        {work.points !== null && (
          <input
            data-mark=""
            aria-label={say('desk_list_mark_of', { name: row.name })}
            aria-invalid={!!wrong}
            value={typed ?? stands}
            disabled={archived || row.state.is === 'excused'}
            inputMode={scale.length ? 'text' : 'decimal'}
            autoComplete="off"
            onChange={event => setTyped(event.target.value)}
            onFocus={event => event.currentTarget.select()}
            onBlur={() => {
              if (typed !== null && typed.trim() !== stands && (!read || read.ok)) save.go(typed)
              else if (typed?.trim() === stands) setTyped(null)
            }}
            onKeyDown={keys}
            className="h-7 w-20 rounded border border-edge bg-sheet px-2 text-end tabular-nums aria-invalid:border-rust"
          />
        )}
        {row.draft?.ready && typed === null && (
          <span className="ms-2 text-sm text-soft">{say('desk_list_kept')}</span>
        )}
        {wrong && <Problem words={wrong} />}
      </td>
      <td>
        <StateLabel
          small
          state={row.state}
          said={teacherStateWords(row.state, { ...time, points: work.points, scale: tie?.markWords })}
        />
      </td>
    </tr>
  )
}
