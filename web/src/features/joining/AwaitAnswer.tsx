import type { JoinRequestStatus } from '@oppen/contract'
import { useEffect } from 'react'
import { outsideTime } from '../../app/outside.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { useJoinRequest } from './useJoinRequest.js'

type Props = {
  readonly token: string
  readonly words: string
  readonly onAnswer: (answer: JoinRequestStatus) => void
  readonly onStop: () => void
}

/** Before the door until the teacher nods; goes on by itself then. */
export function AwaitAnswer({ token, words, onAnswer, onStop }: Props) {
  const { data, error } = useJoinRequest(token)
  const answer = data?.is === 'in' || data?.is === 'tablet' ? data : undefined
  useEffect(() => {
    if (answer) onAnswer(answer)
  }, [answer, onAnswer])
  return (
    <div className="flex flex-col gap-4">
      {data?.is === 'no' ? (
        <Problem words={say('door_wait_no')} />
      ) : error ? (
        <Problem words={problemWords(error, outsideTime())} />
      ) : (
        <p role="status" className="border-s-4 border-ochre bg-ochre-pale px-4 py-3 text-lg">
          {words}
        </p>
      )}
      <Button variant="quiet" onClick={onStop}>
        {say(data?.is === 'no' || error ? 'back' : 'door_wait_stop')}
      </Button>
    </div>
  )
}
