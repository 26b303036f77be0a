import { routes } from '@oppen/contract'
import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { call } from '../../app/api.js'
import { outsideTime } from '../../app/outside.js'
import { reads } from '../../app/queries.js'
import { buttonClasses } from '../../parts/Button.js'
import { Problem, Waiting } from '../../parts/Feedback.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { Doorstep } from '../welcome/Doorstep.js'
import { useHash } from '../welcome/useHash.js'
import { FollowFamily } from './FollowFamily.js'

/** Behind the address in a family's invitation. */
export function Screen() {
  const token = useHash()
  const me = useQuery(reads.me())
  const invitation = useQuery({
    queryKey: ['invitation', token],
    queryFn: () => call(routes.showInvitation, {}, { token }),
    retry: false,
    gcTime: 0,
  })
  if (invitation.error) {
    return (
      <Doorstep title={say('problem_title')}>
        <Problem words={problemWords(invitation.error, outsideTime())} />
        <Link to="/?join" className={`${buttonClasses('primary')} mt-4`}>
          {say('welcome_go')}
        </Link>
      </Doorstep>
    )
  }
  if (!invitation.data || me.isPending) return <Waiting />
  const { childName: name, className, by } = invitation.data
  return (
    <Doorstep title={say('invited_title', { name })} lead={say('invited_lead', { by, name, className })}>
      <FollowFamily
        childName={name}
        follow={() => call(routes.acceptInvitation, {}, { token, shownName: null, secret: null })}
        begin={fresh => call(routes.acceptInvitation, {}, { token, ...fresh })}
      />
    </Doorstep>
  )
}
