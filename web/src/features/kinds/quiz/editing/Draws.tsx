import { type ReplyOf, routes } from '@oppen/contract'
import type { Question } from '@oppen/core/questions'
import { X } from 'lucide-react'
import { useState } from 'react'
import { call } from '../../../../app/api.js'
import { useCommand } from '../../../../app/command.js'
import { useIds } from '../../../../app/session.js'
import { Button } from '../../../../parts/Button.js'
import { Problem } from '../../../../parts/Feedback.js'
import { Field } from '../../../../parts/Field.js'
import { Written } from '../../../../parts/Written.js'
import { say } from '../../../../words/say.js'

const DRAW = { name: 'a', from: '1', to: '10', step: '1', not: '' }
const NAMES = 'abcdfghjkm'

type Props = { readonly question: Question; readonly onChange: (draws: Question['draws']) => void }
type Drawings = ReplyOf<typeof routes.drawQuestion>['drawings']

/** Numbers that are drawn for each pupil, and twenty drawings to look at before the question is posted. */
export function Draws({ question, onChange }: Props) {
  const { classId } = useIds()
  const { draws } = question
  const [drawings, setDrawings] = useState<Drawings>()
  const look = useCommand({
    do: async () => setDrawings((await call(routes.drawQuestion, { classId }, { question })).drawings),
  })
  const change = (at: number, part: Partial<typeof DRAW>) =>
    onChange(draws.map((draw, index) => (index === at ? { ...draw, ...part } : draw)))
  return (
    <fieldset className="flex flex-col gap-2">
      <legend className="mb-1 text-[0.9375rem] font-semibold">{say('quiz_draws')}</legend>
      <p className="text-sm text-soft">{say('quiz_draws_hint', { example: '{a}' })}</p>
      {draws.map((draw, at) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a draw has its place in the list
        <div key={at} className="grid grid-cols-2 items-end gap-2 sm:grid-cols-[repeat(5,1fr)_auto]">
          {(['name', 'from', 'to', 'step', 'not'] as const).map(part => (
            <Field
              key={part}
              label={say(`quiz_draw_${part}`)}
              value={draw[part]}
              onChange={event => change(at, { [part]: event.target.value })}
            />
          ))}
          <button
            type="button"
            aria-label={say('take_off', { name: draw.name })}
            onClick={() => onChange(draws.filter((_, index) => index !== at))}
            className="mb-1 rounded p-2 hover:bg-pale"
          >
            <X size={16} aria-hidden="true" />
          </button>
        </div>
      ))}
      <div className="flex flex-wrap gap-3">
        <Button onClick={() => onChange([...draws, { ...DRAW, name: NAMES[draws.length] ?? 'z' }])}>
          {say('quiz_add_draw')}
        </Button>
        {draws.length > 0 && (
          <Button onClick={() => look.go()} disabled={look.busy}>
            {say('quiz_draw_look')}
          </Button>
        )}
      </div>
      {look.words && <Problem words={look.words} />}
      {drawings && !look.words && <Looked drawings={drawings} />}
    </fieldset>
  )
}

const Looked = ({ drawings }: { readonly drawings: Drawings }) => (
  // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls can be reached by keyboard
  <section className="max-h-72 overflow-y-auto" aria-label={say('quiz_drawings')} tabIndex={0}>
    <table className="w-full text-[0.9375rem]">
      <thead>
        <tr className="border-b border-rule text-start">
          <th scope="col" className="pe-3 text-start font-semibold">
            {say('quiz_prompt')}
          </th>
          <th scope="col" className="text-start font-semibold">
            {say('quiz_right_answer')}
          </th>
        </tr>
      </thead>
      <tbody>
        {drawings.map(({ prompt, answers }, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: two drawings may be the same
          <tr key={index} className="border-b border-rule">
            <td className="pe-3">
              <Written html={prompt} />
            </td>
            <td className="tabular-nums">{answers.join(' · ')}</td>
          </tr>
        ))}
      </tbody>
    </table>
  </section>
)
