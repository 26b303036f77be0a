import type { ChosenLevels } from '@oppen/core/marking'
import type { Rubric } from '@oppen/core/marks'
import type { KeyboardEvent } from 'react'
import { showHundredths } from '../../words/numbers.js'
import { say } from '../../words/say.js'

type Props = {
  readonly rubric: Rubric
  readonly chosen: ChosenLevels
  readonly onChoose: (chosen: ChosenLevels) => void
}

/** The criteria of a rubric with their levels; a number key chooses a level of the criterion that has the focus and goes to the next. */
export function RubricLevels({ rubric, chosen, onChoose }: Props) {
  const keys = (event: KeyboardEvent<HTMLElement>, index: number) => {
    const criterion = rubric[index]
    const level = /^[1-9]$/.test(event.key) ? criterion?.levels[Number(event.key) - 1] : undefined
    if (!criterion || !level || event.ctrlKey || event.altKey || event.metaKey) return
    event.preventDefault()
    onChoose({ ...chosen, [criterion.id]: level.id })
    const next = event.currentTarget.nextElementSibling ?? event.currentTarget
    next.querySelector<HTMLInputElement>('input:checked, input')?.focus()
  }
  return (
    <fieldset aria-label={say('verdict_rubric')} className="flex flex-col gap-2">
      {rubric.map((criterion, index) => (
        <fieldset key={criterion.id} onKeyDown={event => keys(event, index)}>
          <legend className="mb-1 text-[0.9375rem] font-semibold">{criterion.name}</legend>
          <div className="flex flex-wrap gap-1">
            {criterion.levels.map((level, at) => (
              <label
                key={level.id}
                className="cursor-pointer rounded-[var(--radius-card)] border border-edge px-2 py-0.5 text-sm has-checked:border-blue has-checked:bg-pale has-checked:font-semibold has-focus-visible:outline-3 has-focus-visible:outline-ochre"
              >
                <input
                  type="radio"
                  name={`criterion ${criterion.id}`}
                  className="sr-only"
                  checked={chosen[criterion.id] === level.id}
                  aria-keyshortcuts={String(at + 1)}
                  onChange={() => onChoose({ ...chosen, [criterion.id]: level.id })}
                />
                {level.name} <span className="tabular-nums text-soft">{showHundredths(level.points)}</span>
              </label>
            ))}
          </div>
        </fieldset>
      ))}
    </fieldset>
  )
}
