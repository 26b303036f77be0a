import { type KeptPage, routes } from '@oppen/contract'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { firstName } from '../../app/places.js'
import { type KeptParams, reads } from '../../app/queries.js'
import { useMe, useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem, Waiting } from '../../parts/Feedback.js'
import { Choice, TextBox } from '../../parts/Field.js'
import { showToast } from '../../parts/toast.js'
import { Window } from '../../parts/Window.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'

type Props = { readonly params: KeptParams; readonly onClose: () => void }

/** Why a hand-in is worth keeping, and which goal it shows. */
export function KeepWindow({ params, onClose }: Props) {
  const time = useNow()
  const { data, error } = useQuery({ ...reads.kept(params), staleTime: 0 })
  return (
    <Window open onClose={onClose} title={say('portfolio_keep_title')}>
      {error && <Problem words={problemWords(error, time)} />}
      {data ? <Form params={params} page={data} onClose={onClose} /> : !error && <Waiting />}
    </Window>
  )
}

type FormProps = Props & { readonly page: KeptPage }

function Form({ params, page, onClose }: FormProps) {
  const side = useMe().account.kind === 'teacher' ? 'teacher' : 'pupil'
  const mine = page.reasons.find(one => one.side === side)
  const [why, setWhy] = useState(mine?.why ?? '')
  const [goal, setGoal] = useState(mine?.goal ?? '')
  const goals = [...new Set([...page.goals, ...(mine?.goal ? [mine.goal] : [])])]
  const save = useCommand({
    do: () => call(routes.keepWork, params, { why, goal: goal || null }),
    again: [['portfolio', params.classId, params.placeId]],
    done: () => {
      showToast(say('portfolio_saved'))
      onClose()
    },
  })
  return (
    <form
      noValidate
      className="flex flex-col gap-4"
      onSubmit={event => {
        event.preventDefault()
        save.go()
      }}
    >
      <p className="text-[0.9375rem] text-soft">
        {say(`portfolio_keep_lead_${side}`, { name: firstName(page.pupil.name) })}
      </p>
      <TextBox
        label={say('portfolio_why')}
        value={why}
        onChange={event => setWhy(event.target.value)}
        problem={save.at('why')}
      />
      {goals.length > 0 && (
        <Choice
          label={say('portfolio_goal')}
          value={goal}
          onChange={setGoal}
          options={[
            { value: '', label: say('portfolio_goal_none') },
            ...goals.map(one => ({ value: one, label: one })),
          ]}
        />
      )}
      {save.words && save.path !== 'why' && <Problem words={save.words} />}
      <div className="flex gap-2">
        <Button type="submit" variant="primary" disabled={save.busy}>
          {say('portfolio_save')}
        </Button>
        <Button onClick={onClose}>{say('cancel')}</Button>
      </div>
    </form>
  )
}
