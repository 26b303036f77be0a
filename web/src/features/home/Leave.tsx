import type { Tie } from '@oppen/contract'
import { routes } from '@oppen/contract'
import type { PlaceId } from '@oppen/core/ids'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { showToast } from '../../parts/toast.js'
import { Window } from '../../parts/Window.js'
import { say } from '../../words/say.js'

/** Leaving a class: others see it at once, so it is asked rather than undone. */
export function Leave({ tie, onClose }: { readonly tie: Tie; readonly onClose: () => void }) {
  const { classId, className } = tie
  const leave = useCommand({
    do: () => call(routes.leaveClass, { classId, placeId: tie.placeId as PlaceId }),
    again: [reads.me().queryKey, reads.today().queryKey],
    done: () => {
      showToast(say('classes_left_done', { className }))
      onClose()
    },
  })
  return (
    <Window open onClose={onClose} title={say('classes_leave_title', { className })}>
      <p className="mb-4">{say('classes_leave_lead')}</p>
      {leave.words && <Problem words={leave.words} />}
      <div className="flex gap-3">
        <Button variant="primary" onClick={() => leave.go()} disabled={leave.busy}>
          {say('classes_leave_go')}
        </Button>
        <Button onClick={onClose}>{say('cancel')}</Button>
      </div>
    </Window>
  )
}
