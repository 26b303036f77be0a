import { type BodyOf, routes, type SchoolPage } from '@oppen/contract'
import { type FormEvent, useState } from 'react'
import { Link } from 'react-router'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { fieldOf } from '../../app/outside.js'
import { useMe } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Field } from '../../parts/Field.js'
import { Row, Section } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'

/** By which server letters go out, and whether they arrive. */
export function MailSettings({ page }: { readonly page: SchoolPage }) {
  const fixed = page.pinned.includes('mail')
  return (
    <Section title={say('set_mail')}>
      <Row>
        <div className="flex max-w-lg flex-col gap-4">
          <p className="text-soft">{say('set_mail_lead')}</p>
          {fixed ? <p>{say('set_fixed', { name: 'OPPEN_SMTP' })}</p> : <Server mail={page.mail} />}
          <TryMail by={page.mail.by} />
        </div>
      </Row>
    </Section>
  )
}

function Server({ mail }: { readonly mail: SchoolPage['mail'] }) {
  const [on, setOn] = useState(mail.by === 'server')
  const save = useCommand({
    do: (form: BodyOf<typeof routes.changeMail>) => call(routes.changeMail, {}, form),
    again: [['school'], ['outbox']],
    done: () => showToast(say('set_saved')),
  })
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = event.currentTarget
    const password = fieldOf(form, 'password')
    save.go({
      server: on ? fieldOf(form, 'server') : null,
      user: fieldOf(form, 'user'),
      from: fieldOf(form, 'from'),
      ...(password && { password }),
    })
  }
  return (
    <form onSubmit={submit} className="flex flex-col gap-4" noValidate>
      <label className="flex items-center gap-2 font-semibold">
        <input type="checkbox" checked={on} onChange={() => setOn(!on)} />
        {say('set_mail_on')}
      </label>
      {on && (
        <>
          <Field
            label={say('set_mail_server')}
            hint={say('set_mail_server_hint')}
            name="server"
            defaultValue={mail.server ?? ''}
            autoComplete="off"
            problem={save.at('server')}
          />
          <Field label={say('set_mail_user')} name="user" defaultValue={mail.user ?? ''} autoComplete="off" />
          <Field
            label={say('set_mail_password')}
            hint={mail.user ? say('set_mail_password_kept') : undefined}
            name="password"
            type="password"
            autoComplete="new-password"
          />
          <Field
            label={say('set_mail_from')}
            name="from"
            placeholder="Oppen <oppen@school.example>"
            defaultValue={mail.from}
            autoComplete="off"
            problem={save.at('from')}
          />
        </>
      )}
      {save.words && !save.path && <Problem words={save.words} />}
      <div>
        <Button type="submit" variant="primary" disabled={save.busy || (!on && mail.by === 'outbox')}>
          {say('set_save')}
        </Button>
      </div>
    </form>
  )
}

function TryMail({ by }: { readonly by: SchoolPage['mail']['by'] }) {
  const me = useMe()
  const send = useCommand({
    do: (to: string) => call(routes.tryMail, {}, { to }),
    again: [['outbox']],
    done: () => showToast(say(by === 'server' ? 'set_mail_tried' : 'set_mail_tried_outbox')),
  })
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    send.go(fieldOf(event.currentTarget, 'to'))
  }
  return (
    <form onSubmit={submit} className="flex flex-col gap-3 border-t border-rule pt-4" noValidate>
      <Field
        label={say('set_mail_try')}
        name="to"
        type="email"
        defaultValue={me.account.email ?? ''}
        problem={send.words}
      />
      <div className="flex flex-wrap items-center gap-3">
        <Button type="submit" disabled={send.busy}>
          {say('set_mail_try_go')}
        </Button>
        {by === 'outbox' && (
          <Link to="/outbox" className="text-[0.9375rem] text-blue underline underline-offset-2">
            {say('outbox_title')}
          </Link>
        )}
      </div>
    </form>
  )
}
