import { routes } from '@oppen/contract'
import {
  MOST_CRITERIA,
  MOST_LEVELS,
  pointsOfRubric,
  type Rubric,
  type RubricCriterion,
  readPoints,
} from '@oppen/core/marks'
import { useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { randomName } from '../../app/randomName.js'
import { useIds } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Cell, Off } from '../../parts/inputs.js'
import { Window } from '../../parts/Window.js'
import { showHundredths } from '../../words/numbers.js'
import { say } from '../../words/say.js'

type TypedLevel = { readonly id: string; readonly name: string; readonly points: string }
type TypedCriterion = { readonly id: string; readonly name: string; readonly levels: readonly TypedLevel[] }

const newId = (): string => randomName(10)
const typedOf = (rubric: Rubric): TypedCriterion[] =>
  rubric.map(one => ({
    ...one,
    levels: one.levels.map(level => ({ ...level, points: String(level.points / 100) })),
  }))

/** A criterion to begin with: the names of its levels are those of the one before, or common ones. */
function begun(before: TypedCriterion | undefined): TypedCriterion {
  const levels = before?.levels.map(({ name, points }) => ({ name, points })) ?? [
    { name: say('desk_level_full'), points: '4' },
    { name: say('desk_level_mostly'), points: '3' },
    { name: say('desk_level_partly'), points: '2' },
    { name: say('desk_level_begun'), points: '1' },
  ]
  return { id: newId(), name: '', levels: levels.map(one => ({ id: newId(), ...one })) }
}

/** What was typed as points, in hundredths; zero is allowed here. */
function pointsOf(typed: string): number | undefined {
  if (/^0+([.,]0*)?$/.test(typed.trim())) return 0
  const read = readPoints(typed)
  return read.ok ? read.value : undefined
}

function rubricOf(typed: readonly TypedCriterion[]): Rubric | undefined {
  const read: RubricCriterion[] = []
  for (const { id, name, levels } of typed) {
    const points = levels.map(level => pointsOf(level.points))
    if (points.includes(undefined)) return undefined
    read.push({ id, name, levels: levels.map((level, at) => ({ ...level, points: points[at] ?? 0 })) })
  }
  return read
}

type Props = { readonly rubric: Rubric | null; readonly onClose: () => void }

/** By which criteria a piece of work is marked, with the levels of each and what they give. */
export function RubricForm({ rubric, onClose }: Props) {
  const { classId, workId } = useIds()
  const [criteria, setCriteria] = useState(() => (rubric ? typedOf(rubric) : [begun(undefined)]))
  const [unread, setUnread] = useState(false)
  const again = [
    reads.marking(classId, workId).queryKey,
    ['submission', classId, workId],
    ['desk', classId, workId],
  ]
  const save = useCommand<Rubric | null>({
    do: next => call(routes.setRubric, { classId, workId }, { rubric: next }),
    again,
    done: onClose,
  })
  const read = rubricOf(criteria)
  const change = (at: number, part: Partial<TypedCriterion>) =>
    setCriteria(criteria.map((one, index) => (index === at ? { ...one, ...part } : one)))
  return (
    <Window open onClose={onClose} title={say('verdict_rubric')} size="wide">
      <form
        className="flex flex-col gap-4"
        onSubmit={event => {
          event.preventDefault()
          setUnread(!read)
          if (read) save.go(read)
        }}
      >
        <p className="max-w-prose text-[0.9375rem] text-soft">{say('desk_rubric_lead')}</p>
        {criteria.map((criterion, at) => (
          <fieldset key={criterion.id} className="border-t border-rule pt-3">
            <legend className="sr-only">{say('desk_criterion', { count: at + 1 })}</legend>
            <div className="mb-2 flex items-center gap-2">
              <Cell
                label={say('desk_criterion_name', { count: at + 1 })}
                placeholder={say('desk_criterion_name', { count: at + 1 })}
                value={criterion.name}
                maxLength={200}
                className="flex-1 font-semibold"
                onChange={event => change(at, { name: event.target.value })}
              />
              {criteria.length > 1 && (
                <Off
                  label={say('desk_criterion_remove', { count: at + 1 })}
                  onClick={() => setCriteria(criteria.filter(one => one !== criterion))}
                />
              )}
            </div>
            <Levels criterion={criterion} at={at} onChange={levels => change(at, { levels })} />
          </fieldset>
        ))}
        <div className="flex flex-wrap items-center gap-3">
          {criteria.length < MOST_CRITERIA && (
            <Button variant="quiet" onClick={() => setCriteria([...criteria, begun(criteria.at(-1))])}>
              {say('desk_criterion_add')}
            </Button>
          )}
          {read && (
            <p className="text-[0.9375rem] font-semibold tabular-nums">
              {say('desk_rubric_points', { points: showHundredths(pointsOfRubric(read)) })}
            </p>
          )}
        </div>
        {unread && !read && <Problem words={say('desk_rubric_unread')} />}
        {save.words && <Problem words={save.words} />}
        <div className="flex flex-wrap gap-2">
          <Button type="submit" variant="primary" disabled={save.busy}>
            {say('desk_rubric_save')}
          </Button>
          {rubric && (
            <Button onClick={() => save.go(null)} disabled={save.busy}>
              {say('desk_rubric_remove')}
            </Button>
          )}
        </div>
      </form>
    </Window>
  )
}

type LevelsProps = {
  readonly criterion: TypedCriterion
  readonly at: number
  readonly onChange: (levels: readonly TypedLevel[]) => void
}

function Levels({ criterion: { levels, name }, at, onChange }: LevelsProps) {
  const of = name || say('desk_criterion', { count: at + 1 })
  const change = (level: TypedLevel, part: Partial<TypedLevel>) =>
    onChange(levels.map(one => (one === level ? { ...one, ...part } : one)))
  return (
    <ul className="flex flex-wrap gap-2">
      {levels.map((level, index) => (
        <li key={level.id} className="flex items-center gap-1">
          <Cell
            label={say('desk_level_name', { count: index + 1, name: of })}
            value={level.name}
            maxLength={200}
            className="w-36"
            onChange={event => change(level, { name: event.target.value })}
          />
          <Cell
            label={say('desk_level_points', { count: index + 1, name: of })}
            value={level.points}
            inputMode="decimal"
            className="w-14 text-end tabular-nums"
            onChange={event => change(level, { points: event.target.value })}
          />
          {levels.length > 2 && (
            <Off
              label={say('desk_level_remove', { count: index + 1, name: of })}
              onClick={() => onChange(levels.filter(one => one !== level))}
            />
          )}
        </li>
      ))}
      {levels.length < MOST_LEVELS && (
        <li>
          <Button
            variant="quiet"
            className="!min-h-8 !px-2 !py-0.5 text-sm"
            onClick={() => onChange([...levels, { id: newId(), name: '', points: '0' }])}
          >
            {say('desk_level_add')}
          </Button>
        </li>
      )}
    </ul>
  )
}
