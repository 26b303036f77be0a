import { type ProgressPage, routes } from '@oppen/contract'
import type { ClassId } from '@oppen/core/ids'
import { Check, Circle } from 'lucide-react'
import { useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { isTeacher, useTie } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Row } from '../../parts/Sheet.js'
import { dateWords } from '../../words/dates.js'
import { say } from '../../words/say.js'

type Goal = ProgressPage['goals'][number]
type Props = { readonly classId: ClassId; readonly page: ProgressPage }

const FEW = 6

/** What the weeks were for, and which of it was reached; a teacher says so with a tick. */
export function Goals({ classId, page }: Props) {
  const tie = useTie()
  const teaches = isTeacher(tie) && !tie?.archived
  const [all, setAll] = useState(false)
  // a tick stands from the press on, not from when it was read again
  const [ticked, setTicked] = useState<ReadonlyMap<string, boolean>>(new Map())
  const { placeId } = page.pupil
  const set = useCommand<Goal>({
    do: goal => call(routes.setGoalReached, { classId, placeId }, goal),
    again: [reads.progress(classId, placeId).queryKey],
  })
  if (!page.goals.length) return null
  const shown = all ? page.goals : page.goals.slice(0, FEW)
  const reached = page.goals.filter(goal => goal.reached).length
  return (
    <>
      <Row className="pt-5">
        <h2 className="text-lg">{say('progress_goals')}</h2>
        <p className="text-sm text-soft">
          {say('progress_goals_reached', { count: reached, of: page.goals.length })}
        </p>
        {set.words && <Problem words={set.words} />}
      </Row>
      <ul>
        {shown.map((goal, index) => (
          <Row
            as="li"
            key={`${goal.week} ${goal.text}`}
            margin={shown[index - 1]?.week === goal.week ? null : dateWords(goal.week)}
            className="py-0.5"
          >
            {teaches ? (
              <label className="flex items-baseline gap-2 text-[0.9375rem]">
                <input
                  type="checkbox"
                  checked={(set.words ? undefined : ticked.get(`${goal.week} ${goal.text}`)) ?? goal.reached}
                  onChange={event => {
                    const reached = event.target.checked
                    setTicked(new Map(ticked).set(`${goal.week} ${goal.text}`, reached))
                    set.go({ ...goal, reached })
                  }}
                />
                {goal.text}
              </label>
            ) : (
              <span className="flex items-baseline gap-2 text-[0.9375rem]">
                {goal.reached ? (
                  <Check size={15} aria-hidden="true" className="shrink-0 translate-y-0.5 text-leaf" />
                ) : (
                  <Circle size={15} aria-hidden="true" className="shrink-0 translate-y-0.5 text-soft" />
                )}
                <span className="sr-only">
                  {say(goal.reached ? 'progress_goal_reached' : 'progress_goal_not')}
                </span>
                {goal.text}
              </span>
            )}
          </Row>
        ))}
      </ul>
      {page.goals.length > FEW && !all && (
        <Row>
          <Button variant="quiet" onClick={() => setAll(true)}>
            {say('progress_goals_all', { count: page.goals.length })}
          </Button>
        </Row>
      )}
    </>
  )
}
