import { routes } from '@oppen/contract'
import { when } from '@oppen/core/timing'
import { useQueryClient } from '@tanstack/react-query'
import { type FormEvent, useState } from 'react'
import { Button } from '../parts/Button.js'
import { Field } from '../parts/Field.js'
import { tell } from '../parts/tell.js'
import { problemWords } from '../words/problem.js'
import { say } from '../words/say.js'
import { call } from './api.js'
import { useNow } from './session.js'

/** Sets the time that it is in the demo. */
export default function MoveClock() {
  const time = useNow()
  const client = useQueryClient()
  const [problem, setProblem] = useState<string>()
  const move = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const local = String(new FormData(event.currentTarget).get('local'))
    try {
      const { now } = await call(routes.moveClock, {}, { local })
      setProblem(undefined)
      await client.invalidateQueries()
      tell(say('clock_moved', { at: when(now, { now, zone: time.zone }) }))
    } catch (error) {
      setProblem(problemWords(error, time))
    }
  }
  return (
    <form onSubmit={event => void move(event)} className="flex flex-col gap-2 py-2">
      <Field label={say('clock_move')} name="local" type="datetime-local" required problem={problem} />
      <Button type="submit">{say('clock_move')}</Button>
    </form>
  )
}
