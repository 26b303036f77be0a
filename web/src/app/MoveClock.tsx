import { routes } from '@oppen/contract'
import { localAt } from '@oppen/core/zone'
import { useQueryClient } from '@tanstack/react-query'
import { type FormEvent, useState } from 'react'
import { Button } from '../parts/Button.js'
import { MomentField } from '../parts/dates/DateFields.js'
import { showToast } from '../parts/toast.js'
import { problemWords } from '../words/problem.js'
import { say } from '../words/say.js'
import { when } from '../words/times.js'
import { call } from './api.js'
import { useNow } from './session.js'

/** Sets the time that it is in the demo. */
export default function MoveClock() {
  const time = useNow()
  const client = useQueryClient()
  const [problem, setProblem] = useState<string>()
  const [local, setLocal] = useState(() => localAt(time.now, time.zone))
  const move = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    try {
      const { now } = await call(routes.moveClock, {}, { local })
      setProblem(undefined)
      await client.invalidateQueries()
      showToast(say('clock_moved', { at: when(now, { now, zone: time.zone }) }))
    } catch (error) {
      setProblem(problemWords(error, time))
    }
  }
  return (
    <form onSubmit={event => void move(event)} className="flex flex-col gap-2 py-2">
      <MomentField label={say('clock_move')} value={local} onChange={setLocal} problem={problem} />
      <Button type="submit">{say('clock_move')}</Button>
    </form>
  )
}
