import type { ProgressPage } from '@oppen/contract'
import { type MarkRules, neededFor, type Piece, percentOf, readMarkOn, whatIf } from '@oppen/core/marks'
import { useState } from 'react'
import { Field } from '../../parts/Field.js'
import { Cell } from '../../parts/inputs.js'
import { Window } from '../../parts/Window.js'
import { oneDecimal, showHundredths } from '../../words/numbers.js'
import { say } from '../../words/say.js'
import { averageShown } from '../markBook/book.js'

type Props = {
  readonly submissions: ProgressPage['submissions']
  readonly pieces: readonly Piece[]
  readonly rules: MarkRules
  readonly onClose: () => void
}

/** What the average would be with other marks, and what is needed for one that is wished for. Nothing of it is saved. */
export function WhatIfWindow({ submissions, pieces, rules, onClose }: Props) {
  const [typed, setTyped] = useState<ReadonlyMap<string, string>>(new Map())
  const [target, setTarget] = useState('80')
  const open = pieces.filter(piece => piece.standing.is === 'open' && piece.counts)
  const titles = new Map(submissions.map(one => [one.id as string, one.work.title]))
  const marks = new Map(
    open.flatMap(({ id, points }) => {
      const text = typed.get(id)?.trim()
      const read = text ? readMarkOn(text, points, rules.scale) : undefined
      return read?.ok ? [[id, read.value]] : []
    }),
  )
  const wrong = (id: string, points: number) => {
    const text = typed.get(id)?.trim()
    return !!text && !readMarkOn(text, points, rules.scale).ok
  }
  const average = averageShown(whatIf(marks, pieces, rules), rules)
  const percent = /^\d{1,3}([.,]\d)?$/.test(target.trim())
    ? Number(target.trim().replace(',', '.'))
    : undefined
  const wanted = percent === undefined || percent > 100 ? undefined : Math.round(percent * 10)
  const needed = wanted === undefined ? undefined : neededFor({ n: BigInt(wanted), d: 1000n }, pieces, rules)
  return (
    <Window open onClose={onClose} title={say('whatIf_title')}>
      <p className="text-[0.9375rem] text-soft">{say('whatIf_lead')}</p>
      {open.length ? (
        <>
          <ul className="mt-3 flex flex-col gap-1">
            {open.map(({ id, points }) => (
              <li key={id} className="flex items-center justify-between gap-3 text-[0.9375rem]">
                <span className="min-w-0">{titles.get(id)}</span>
                <span className="flex shrink-0 items-center gap-1.5 tabular-nums">
                  <Cell
                    label={say('whatIf_mark', { title: titles.get(id) ?? '' })}
                    inputMode="decimal"
                    className="w-16 text-end"
                    aria-invalid={wrong(id, points)}
                    value={typed.get(id) ?? ''}
                    onChange={event => setTyped(new Map(typed).set(id, event.target.value))}
                  />
                  / {showHundredths(points)}
                </span>
              </li>
            ))}
          </ul>
          <p role="status" className="mt-3 font-head text-xl font-semibold">
            {average ? say('progress_average_is', { average }) : say('progress_average_none')}
          </p>
        </>
      ) : (
        <p className="mt-3">{say('whatIf_none')}</p>
      )}
      {open.length > 0 && (
        <div className="mt-5 border-t border-rule pt-4">
          <div className="w-40">
            <Field
              label={say('whatIf_target')}
              inputMode="decimal"
              value={target}
              onChange={event => setTarget(event.target.value)}
            />
          </div>
          <p role="status" className="mt-2">
            {needed === undefined
              ? say('whatIf_target_unread')
              : needed === null
                ? say('whatIf_never', { target: `${oneDecimal((wanted ?? 0) / 10)} %` })
                : needed === 0
                  ? say('whatIf_always', { target: `${oneDecimal((wanted ?? 0) / 10)} %` })
                  : say('whatIf_needed', {
                      target: `${oneDecimal((wanted ?? 0) / 10)} %`,
                      needed: `${percentOf({ n: BigInt(needed), d: 1000n }, 1)} %`,
                      count: open.length,
                    })}
          </p>
        </div>
      )}
    </Window>
  )
}
