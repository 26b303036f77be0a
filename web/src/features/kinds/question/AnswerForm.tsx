import type { AnswersPage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import type { WorkId } from '@oppen/core/ids'
import { type FormEvent, useState } from 'react'
import { call } from '../../../app/api.js'
import { useCommand } from '../../../app/command.js'
import { reads, type SubmissionParams } from '../../../app/queries.js'
import { Button } from '../../../parts/Button.js'
import { Problem } from '../../../parts/Feedback.js'
import { TextBox } from '../../../parts/Field.js'
import { say } from '../../../words/say.js'

type Props = { readonly params: SubmissionParams; readonly page: AnswersPage; readonly onDone: () => void }

/** The own answer, in words or by choice; what is typed stays whatever becomes of the sending. */
export function AnswerForm({ params, page, onDone }: Props) {
  const { question, mine } = page
  const [text, setText] = useState(mine?.text ?? '')
  const [choices, setChoices] = useState<readonly string[]>(mine?.choices ?? [])
  const give = useCommand({
    do: () => call(routes.answer, params, { text, choices: [...choices], version: mine?.version ?? 0 }),
    again: [
      reads.answers(params.classId, params.workId as WorkId).queryKey,
      reads.submission(params).queryKey,
      ['today'],
      ['week', params.classId],
      ['topics', params.classId],
    ],
    done: onDone,
  })
  const submit = (event: FormEvent) => {
    event.preventDefault()
    give.go()
  }
  const turn = (choice: string) => {
    if (!question.several) return setChoices([choice])
    setChoices(choices.includes(choice) ? choices.filter(one => one !== choice) : [...choices, choice])
  }
  return (
    <form onSubmit={submit} noValidate className="flex max-w-prose flex-col gap-3">
      {question.choices.length > 0 && (
        <fieldset className="flex flex-col gap-1.5">
          <legend className="mb-1 text-[0.9375rem] font-semibold">
            {say(question.several ? 'answer_choose_several' : 'answer_choose')}
          </legend>
          {question.choices.map(choice => (
            <label key={choice} className="flex items-center gap-2 text-[1.0625rem]">
              <input
                type={question.several ? 'checkbox' : 'radio'}
                name="choice"
                checked={choices.includes(choice)}
                onChange={() => turn(choice)}
              />
              {choice}
            </label>
          ))}
        </fieldset>
      )}
      <TextBox
        label={say(question.choices.length ? 'answer_why' : 'answer_own')}
        value={text}
        rows={4}
        onChange={event => setText(event.target.value)}
      />
      {give.words && <Problem words={give.words} />}
      <div className="flex gap-3">
        <Button type="submit" variant="primary" disabled={give.busy}>
          {say(mine ? 'answer_change_go' : 'answer_go')}
        </Button>
        {mine && <Button onClick={onDone}>{say('cancel')}</Button>}
      </div>
    </form>
  )
}
