import type { QuizDetails } from '@oppen/contract'
import { COUNTED, PAGES, SHOWN_WHEN } from '@oppen/core/work/kinds/quiz'
import { Choice } from '../../../../parts/Field.js'
import { say } from '../../../../words/say.js'

type RunningProps = {
  readonly quiz: QuizDetails
  readonly set: (part: Partial<QuizDetails>) => void
  /** Whether something else says when each question comes: then it has no order, pages or time of its own. */
  readonly placed?: boolean
}

const COSTS = [0, 10, 20, 25, 33, 50, 100]
const numbered = (value: string): number | null => (value === 'any' ? null : Number(value))

/** How the quiz runs. */
export function Running({ quiz, set, placed = false }: RunningProps) {
  return (
    <fieldset className="grid gap-3 sm:grid-cols-2">
      <legend className="mb-1 text-[0.9375rem] font-semibold">{say('quiz_running')}</legend>
      <Choice
        label={say('quiz_set_checks')}
        value={String(quiz.checks ?? 'any')}
        onChange={value => set({ checks: numbered(value) })}
        options={[
          { value: '0', label: say('quiz_opt_none') },
          ...[1, 2, 3, 5].map(count => ({ value: String(count), label: say('quiz_opt_checks', { count }) })),
          { value: 'any', label: say('quiz_opt_checks_any') },
        ]}
      />
      <Choice
        label={say('quiz_set_cost')}
        value={String(quiz.checkCost)}
        onChange={value => set({ checkCost: Number(value) })}
        options={COSTS.map(percent => ({
          value: String(percent),
          label: percent ? say('quiz_opt_cost', { percent }) : say('quiz_opt_cost_none'),
        }))}
      />
      <Choice
        label={say('quiz_set_attempts')}
        value={String(quiz.attempts ?? 'any')}
        onChange={value => set({ attempts: numbered(value) })}
        options={[
          ...[1, 2, 3, 5].map(count => ({
            value: String(count),
            label: say('quiz_opt_attempts', { count }),
          })),
          { value: 'any', label: say('quiz_opt_attempts_any') },
        ]}
      />
      <Choice
        label={say('quiz_set_counted')}
        value={quiz.counted}
        onChange={value => set({ counted: value as QuizDetails['counted'] })}
        options={COUNTED.map(value => ({ value, label: say(`quiz_opt_${value}`) }))}
      />
      <Choice
        label={say('quiz_set_shown')}
        value={quiz.shown}
        onChange={value => set({ shown: value as QuizDetails['shown'] })}
        options={SHOWN_WHEN.map(value => ({ value, label: say(`quiz_opt_${value}`) }))}
      />
      {!placed && <OrderAndTime quiz={quiz} set={set} />}
    </fieldset>
  )
}

const OrderAndTime = ({ quiz, set }: RunningProps) => (
  <>
    <Choice
      label={say('quiz_set_minutes')}
      value={String(quiz.minutes ?? 'any')}
      onChange={value => set({ minutes: numbered(value) })}
      options={[
        { value: 'any', label: say('quiz_opt_no_limit') },
        ...[5, 10, 15, 20, 30, 45, 60, 90].map(count => ({
          value: String(count),
          label: say('quiz_minutes_long', { count }),
        })),
      ]}
    />
    <Choice
      label={say('quiz_set_pages')}
      value={quiz.pages}
      onChange={value => set({ pages: value as QuizDetails['pages'] })}
      options={PAGES.map(value => ({ value, label: say(`quiz_pages_${value}`) }))}
    />
    <label className="flex items-center gap-2 self-end pb-2">
      <input type="checkbox" checked={quiz.mixed} onChange={event => set({ mixed: event.target.checked })} />
      {say('quiz_mixed')}
    </label>
  </>
)
