import type { FoundCode } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { useQuery } from '@tanstack/react-query'
import type { FormEvent } from 'react'
import { call } from '../../app/api.js'
import { useAsk } from '../../app/outside.js'
import { reads } from '../../app/queries.js'
import { useComeIn } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { say } from '../../words/say.js'
import { Doorstep } from '../welcome/Doorstep.js'
import { SignInFields, signInFrom } from './SignInFields.js'

/** Behind a circle's code: joins with the own account, signing in first where nobody is. */
export function JoinCircle({ circle }: { readonly circle: Extract<FoundCode, { kind: 'circle' }> }) {
  const me = useQuery(reads.me())
  const comeIn = useComeIn()
  const asking = useAsk()
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = event.currentTarget
    void asking.ask(async () => {
      if (!me.data) await signInFrom(form)
      const now = await call(routes.joinCircle, {}, { code: circle.code })
      const joined = now.circles.find(one => one.name === circle.name)
      comeIn(now, joined ? `/circles/${joined.circleId}` : '/today')
    })
  }
  return (
    <Doorstep
      title={say('circle_join_title', { name: circle.name })}
      lead={say('circle_join_lead', { administrator: circle.administrator })}
    >
      <form onSubmit={submit} className="flex flex-col gap-4" noValidate>
        {!me.data && (
          <>
            <p>{say('circle_join_sign_in')}</p>
            <SignInFields />
          </>
        )}
        {asking.words && <Problem words={asking.words} />}
        <Button type="submit" variant="primary" className="min-h-12 text-lg" disabled={asking.busy}>
          {me.data ? say('circle_join_go', { name: me.data.account.shownName }) : say('secret_go')}
        </Button>
      </form>
    </Doorstep>
  )
}
