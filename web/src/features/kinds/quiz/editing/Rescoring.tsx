import type { QuizDetails, ReplyOf, routes as Routes } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { showHundredths } from '@oppen/core/marks'
import { useState } from 'react'
import { call } from '../../../../app/api.js'
import { useCommand } from '../../../../app/command.js'
import { useIds } from '../../../../app/session.js'
import { Button } from '../../../../parts/Button.js'
import { Problem } from '../../../../parts/Feedback.js'
import { TextBox } from '../../../../parts/Field.js'
import { say } from '../../../../words/say.js'

type Changes = ReplyOf<typeof Routes.tryQuiz>['changes']
type Props = { readonly quiz: QuizDetails; readonly onNote: (note: string) => void }

/** What a change of a posted quiz does to the scores of those who have answered: shown before it is saved. */
export function Rescoring({ quiz, onNote }: Props) {
  const { classId, workId } = useIds()
  const [looked, setLooked] = useState<{ readonly of: string; readonly changes: Changes }>()
  const { note = '', ...rest } = quiz
  // what is said to pupils changes no score
  const asked = JSON.stringify(rest)
  const look = useCommand({
    do: async () => {
      const { changes } = await call(routes.tryQuiz, { classId, workId }, { quiz })
      setLooked({ of: asked, changes })
    },
  })
  const fresh = looked?.of === asked ? looked.changes : undefined
  return (
    <section
      aria-labelledby="quiz-rescoring"
      className="flex flex-col items-start gap-3 border-s-4 border-ochre ps-4"
    >
      <h3 id="quiz-rescoring" className="text-base font-semibold">
        {say('quiz_rescoring')}
      </h3>
      <p className="max-w-prose text-[0.9375rem]">{say('quiz_rescoring_hint')}</p>
      <Button onClick={() => look.go()} disabled={look.busy}>
        {say('quiz_rescoring_look')}
      </Button>
      {look.words && <Problem words={look.words} />}
      {fresh && (
        <div role="status">{fresh.length ? <Table changes={fresh} /> : say('quiz_rescoring_none')}</div>
      )}
      <div className="w-full max-w-prose">
        <TextBox
          label={say('quiz_rescoring_note')}
          hint={say('quiz_rescoring_note_hint')}
          rows={2}
          maxLength={1000}
          value={note}
          onChange={event => onNote(event.target.value)}
        />
      </div>
    </section>
  )
}

const score = (hundredths: number | null) => (hundredths === null ? '–' : showHundredths(hundredths))

const Table = ({ changes }: { readonly changes: Changes }) => (
  <table className="text-[0.9375rem]">
    <caption className="pb-1 text-start text-soft">
      {say('quiz_rescoring_count', { count: changes.length })}
    </caption>
    <thead>
      <tr className="border-b border-rule">
        <th scope="col" className="pe-6 text-start font-semibold">
          {say('quiz_pupil')}
        </th>
        <th scope="col" className="px-3 text-end font-semibold">
          {say('quiz_rescoring_now')}
        </th>
        <th scope="col" className="px-3 text-end font-semibold">
          {say('quiz_rescoring_then')}
        </th>
      </tr>
    </thead>
    <tbody>
      {changes.map(({ placeId, name, before, after, kept }) => (
        <tr key={placeId} className="border-b border-rule">
          <th scope="row" className="pe-6 text-start font-normal">
            {name}
          </th>
          <td className="px-3 text-end tabular-nums">{score(before)}</td>
          <td className="px-3 text-end font-semibold tabular-nums">{score(after)}</td>
          {kept && <td className="px-3 text-soft">{say('quiz_rescoring_kept')}</td>}
        </tr>
      ))}
    </tbody>
  </table>
)
