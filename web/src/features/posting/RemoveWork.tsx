import { routes } from '@oppen/contract'
import { useQueryClient } from '@tanstack/react-query'
import { useNavigate } from 'react-router'
import { call } from '../../app/api.js'
import { useIds } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'

/** Takes the work out of everybody’s sight; undone by a press. */
export function RemoveWork() {
  const params = useIds()
  const client = useQueryClient()
  const navigate = useNavigate()
  const again = () =>
    Promise.all([
      client.invalidateQueries({ queryKey: ['topics', params.classId] }),
      client.invalidateQueries({ queryKey: ['week', params.classId] }),
    ])
  const remove = async () => {
    await call(routes.removeWork, params)
    showToast(say('post_taken_away'), () => void call(routes.restoreWork, params).then(again))
    await again()
    navigate(`/c/${params.classId}/week`)
  }
  return (
    <Button variant="quiet" onClick={() => void remove()}>
      {say('post_take_away')}
    </Button>
  )
}
