import { addressOf, type BodyOf, routes, type SchoolPage } from '@oppen/contract'
import { type FormEvent, useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { fieldOf } from '../../app/outside.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Field } from '../../parts/Field.js'
import { Row, Section } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'

/** The identity provider with whose accounts people come in. */
export function SignInSettings({ page }: { readonly page: SchoolPage }) {
  const fixed = page.pinned.includes('signIn')
  return (
    <Section title={say('set_sign_in')}>
      <Row>
        <div className="flex max-w-lg flex-col gap-4">
          <p className="text-soft">{say('set_sign_in_lead')}</p>
          {fixed ? <p>{say('set_fixed', { name: 'OPPEN_SIGN_IN_ISSUER' })}</p> : <Provider page={page} />}
        </div>
      </Row>
    </Section>
  )
}

function Provider({ page: { signIn, address } }: { readonly page: SchoolPage }) {
  const [on, setOn] = useState(signIn !== null)
  const save = useCommand({
    do: (form: BodyOf<typeof routes.changeSignIn>) => call(routes.changeSignIn, {}, form),
    again: [['school'], ['welcome']],
    done: () => showToast(say('set_saved')),
  })
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = event.currentTarget
    const clientSecret = fieldOf(form, 'clientSecret')
    const provider = {
      name: fieldOf(form, 'name'),
      issuer: fieldOf(form, 'issuer'),
      client: fieldOf(form, 'client'),
      ...(clientSecret && { clientSecret }),
    }
    save.go({ provider: on ? provider : null })
  }
  const back = `${address ?? ''}${addressOf(routes.backFromSchool, {})}`
  return (
    <form onSubmit={submit} className="flex flex-col gap-4" noValidate>
      <label className="flex items-center gap-2 font-semibold">
        <input type="checkbox" checked={on} onChange={() => setOn(!on)} />
        {say('set_sign_in_on')}
      </label>
      {on && (
        <>
          <p className="text-[0.9375rem]">{say('set_sign_in_back', { address: back })}</p>
          <Field
            label={say('set_sign_in_name')}
            name="name"
            defaultValue={signIn?.name ?? ''}
            autoComplete="off"
            problem={save.at('name')}
          />
          <Field
            label={say('set_sign_in_issuer')}
            hint={say('set_sign_in_issuer_hint')}
            name="issuer"
            defaultValue={signIn?.issuer ?? ''}
            autoComplete="off"
            problem={save.at('issuer')}
          />
          <Field
            label={say('set_sign_in_client')}
            name="client"
            defaultValue={signIn?.client ?? ''}
            autoComplete="off"
            problem={save.at('client')}
          />
          <Field
            label={say('set_sign_in_secret')}
            hint={signIn ? say('set_mail_password_kept') : undefined}
            name="clientSecret"
            type="password"
            autoComplete="new-password"
          />
        </>
      )}
      {save.words && !save.path && <Problem words={save.words} />}
      <div>
        <Button type="submit" variant="primary" disabled={save.busy || (!on && signIn === null)}>
          {say('set_save')}
        </Button>
      </div>
    </form>
  )
}
