import { routes } from '@oppen/contract'
import { ADULT_SECRET_LENGTH, PUPIL_SECRET_LENGTH } from '@oppen/core/joining'
import { useQueryClient } from '@tanstack/react-query'
import type { FormEvent } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { fieldOf } from '../../app/outside.js'
import { reads } from '../../app/queries.js'
import { useMe } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Field } from '../../parts/Field.js'
import { Row, Section } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'

/** A new secret, with the one until now; who has none that works from home chooses a password. */
export function ChangeSecret() {
  const { account } = useMe()
  const client = useQueryClient()
  const asksOld = !account.secretOnce && account.secretKind !== 'unset' && account.secretKind !== 'none'
  const least = account.kind === 'pupil' ? PUPIL_SECRET_LENGTH : ADULT_SECRET_LENGTH
  const change = useCommand({
    do: (form: HTMLFormElement) =>
      call(routes.changeSecret, {}, { old: fieldOf(form, 'old'), secret: fieldOf(form, 'secret') }),
    again: [reads.account().queryKey],
    done: (me, form) => {
      client.setQueryData(reads.me().queryKey, me)
      showToast(say('account_secret_changed'))
      form.reset()
    },
  })
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    change.go(event.currentTarget)
  }
  const other = change.path === 'old' || change.path === 'secret' ? undefined : change.words
  return (
    <Section title={say('account_secret')}>
      <Row>
        <form onSubmit={submit} noValidate className="flex max-w-md flex-col gap-4">
          {account.secretOnce && (
            <p className="border-s-4 border-ochre bg-ochre-pale px-4 py-2">{say('account_secret_must')}</p>
          )}
          {!account.secretOnce && account.secretKind !== 'password' && (
            <p className="text-soft">{say('account_secret_none')}</p>
          )}
          <input type="hidden" name="username" autoComplete="username" value={account.userName} readOnly />
          {asksOld && (
            <Field
              label={say('account_secret_old')}
              name="old"
              type="password"
              autoComplete="current-password"
              problem={change.at('old')}
            />
          )}
          <Field
            label={say('account_secret_new')}
            hint={say('account_secret_new_hint', { least })}
            name="secret"
            type="password"
            autoComplete="new-password"
            problem={change.at('secret')}
          />
          {other && <Problem words={other} />}
          <div>
            <Button type="submit" variant="primary" disabled={change.busy}>
              {say('account_secret_go')}
            </Button>
          </div>
        </form>
      </Row>
    </Section>
  )
}
