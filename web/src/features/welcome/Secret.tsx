import { routes } from '@oppen/contract'
import { type FormEvent, useState } from 'react'
import { call } from '../../app/api.js'
import { fieldOf, useAsk } from '../../app/outside.js'
import { useComeIn } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Field } from '../../parts/Field.js'
import { say } from '../../words/say.js'

type Props = { readonly userName: string; readonly onOther: () => void }

/** The secret of a user name, and what to do when it is forgotten. */
export function Secret({ userName, onOther }: Props) {
  const comeIn = useComeIn()
  const asking = useAsk()
  const [forgot, setForgot] = useState(false)
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const secret = fieldOf(event.currentTarget, 'secret')
    void asking.ask(async () => comeIn(await call(routes.signIn, {}, { userName, secret })))
  }
  if (forgot) return <Forgot userName={userName} onBack={() => setForgot(false)} />
  return (
    <form onSubmit={submit} className="flex flex-col gap-4" noValidate>
      <input type="hidden" name="username" autoComplete="username" value={userName} readOnly />
      <Field
        label={say('secret_field')}
        name="secret"
        type="password"
        autoComplete="current-password"
        autoFocus
        problem={asking.words}
        className="!py-3 text-xl"
      />
      <Button type="submit" variant="primary" className="min-h-12 text-lg" disabled={asking.busy}>
        {say('secret_go')}
      </Button>
      <div className="flex flex-wrap justify-between gap-2">
        <Button variant="quiet" onClick={onOther}>
          {say('not_you')}
        </Button>
        <Button variant="quiet" onClick={() => setForgot(true)}>
          {say('forgot')}
        </Button>
      </div>
    </form>
  )
}

function Forgot({ userName, onBack }: { readonly userName: string; readonly onBack: () => void }) {
  const asking = useAsk()
  const [sent, setSent] = useState(false)
  const send = () =>
    void asking.ask(async () => {
      await call(routes.forgot, {}, { userName })
      setSent(true)
    })
  return (
    <div className="flex flex-col gap-4">
      <p>{say('forgot_lead')}</p>
      {sent ? (
        <p role="status" className="border-s-4 border-ochre bg-ochre-pale px-4 py-2.5">
          {say('forgot_done')}
        </p>
      ) : (
        <Button variant="primary" className="min-h-12" onClick={send} disabled={asking.busy}>
          {say('forgot_go', { name: userName })}
        </Button>
      )}
      {asking.words && (
        <p role="alert" className="font-medium text-rust">
          {asking.words}
        </p>
      )}
      <Button variant="quiet" onClick={onBack}>
        {say('back')}
      </Button>
    </div>
  )
}
