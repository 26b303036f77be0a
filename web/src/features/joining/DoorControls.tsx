import type { DoorPage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { ADMITS, type Admits, type DoorSpan, doorState } from '@oppen/core/joining'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { call } from '../../app/api.js'
import { reads } from '../../app/queries.js'
import { useIds } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { problemWords } from '../../words/problem.js'
import { say, type WordKey } from '../../words/say.js'
import { timeOfDay } from '../../words/times.js'

type Props = { readonly page: DoorPage; readonly now: number; readonly zone: string }

/** Opens, lengthens and closes the door. */
export function DoorControls({ page, now, zone }: Props) {
  const state = page.door ? doorState(page.door, now) : undefined
  return state?.open ? (
    <WhileOpen left={state.left} now={now} zone={zone} />
  ) : (
    <WhileShut page={page} now={now} zone={zone} />
  )
}

function useDoorPage() {
  const { classId } = useIds()
  const client = useQueryClient()
  return {
    classId,
    put: (next: DoorPage) => void client.setQueryData(reads.door(classId).queryKey, next),
  }
}

type OpenProps = Omit<Props, 'page'> & { readonly left: number | null }

function WhileOpen({ left, now, zone }: OpenProps) {
  const { classId, put } = useDoorPage()
  const lengthen = useMutation({
    mutationFn: () => call(routes.lengthenDoor, { classId }, { minutes: 30 }),
    onSuccess: put,
  })
  const close = useMutation({ mutationFn: () => call(routes.closeDoor, { classId }), onSuccess: put })
  const problem = lengthen.error ?? close.error
  return (
    <div className="flex flex-1 flex-wrap items-end justify-between gap-6">
      {problem && <Problem words={problemWords(problem, { now, zone })} />}
      <div>
        {left !== null && (
          <p
            role="timer"
            data-back-row
            className="font-head text-[clamp(3rem,3.8vw,4.5rem)] leading-none font-bold tabular-nums"
          >
            {countdown(left)}
          </p>
        )}
        <p className="mt-2 max-w-80 text-lg opacity-90">
          {say(left === null ? 'board_untilClosed' : 'board_left')}
        </p>
      </div>
      <div className="flex flex-wrap gap-3">
        {left !== null && (
          <Button variant="ochre" onClick={() => lengthen.mutate()}>
            {say('board_longer')}
          </Button>
        )}
        <Button variant="board" onClick={() => close.mutate()}>
          {say('board_close')}
        </Button>
      </div>
    </div>
  )
}

const SPANS: readonly {
  readonly span: DoorSpan
  readonly key: 'board_60' | 'board_30' | 'board_today' | 'board_open_untilClosed'
}[] = [
  { span: { minutes: 60 }, key: 'board_60' },
  { span: { minutes: 30 }, key: 'board_30' },
  { span: 'today', key: 'board_today' },
  { span: 'untilClosed', key: 'board_open_untilClosed' },
]

function WhileShut({ page, now, zone }: Props) {
  const { classId, put } = useDoorPage()
  const [admits, setAdmits] = useState<Admits>(page.usually)
  const openIt = useMutation({
    mutationFn: (span: DoorSpan) => call(routes.openDoor, { classId }, { span, admits }),
    onSuccess: put,
  })
  const { lessonEnds } = page
  return (
    <div className="flex-1">
      {openIt.error && <Problem words={problemWords(openIt.error, { now, zone })} />}
      <fieldset className="mb-6">
        <legend className="mb-2 text-xl">{say('board_admits')}</legend>
        <div className="flex flex-wrap gap-x-6 gap-y-2 text-lg">
          {ADMITS.map(one => (
            <label key={one} className="flex items-center gap-2">
              <input
                type="radio"
                name="admits"
                checked={admits === one}
                onChange={() => setAdmits(one)}
                className="size-4 accent-[var(--color-ochre)]"
              />
              {say(`board_admits_${one}` as WordKey)}
            </label>
          ))}
        </div>
      </fieldset>
      <p className="mb-3 text-xl">{say('board_open_for')}</p>
      <div className="flex flex-wrap gap-3">
        {lessonEnds !== null && (
          <Button variant="ochre" onClick={() => openIt.mutate('lesson')} disabled={openIt.isPending}>
            {say('board_lesson', { at: timeOfDay(lessonEnds, zone) })}
          </Button>
        )}
        {SPANS.map(({ span, key }, index) => (
          <Button
            key={key}
            variant={index === 0 && lessonEnds === null ? 'ochre' : 'board'}
            onClick={() => openIt.mutate(span)}
            disabled={openIt.isPending}
          >
            {say(key)}
          </Button>
        ))}
      </div>
      <p className="mt-3 opacity-90">{say('board_new_code')}</p>
    </div>
  )
}

/** "42:17", with hours before it where there are any. */
function countdown(left: number): string {
  const seconds = Math.ceil(left / 1000)
  const two = (value: number) => String(value).padStart(2, '0')
  const hours = Math.floor(seconds / 3600)
  const rest = `${two(Math.floor((seconds % 3600) / 60))}:${two(seconds % 60)}`
  return hours ? `${hours}:${rest}` : rest
}
