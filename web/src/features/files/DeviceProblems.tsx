import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { say } from '../../words/say.js'
import { type DeviceProblem, problemKey } from './useDevice.js'

type Props = {
  readonly problem: DeviceProblem
  readonly again: () => void
  readonly standIn: (() => void) | undefined
}

/** Why nothing can be recorded or photographed, and the way on. */
export const DeviceProblems = ({ problem, again, standIn }: Props) => (
  <div className="flex flex-col items-start gap-2">
    <Problem words={say(problemKey(problem))} again={again} />
    {standIn && (
      <Button variant="quiet" onClick={standIn}>
        {say('device_stand_in')}
      </Button>
    )}
  </div>
)
