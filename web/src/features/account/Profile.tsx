import { routes } from '@oppen/contract'
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
import { Row } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'

/** The shown name and the e-mail address; the user name stays. */
export function Profile() {
  const { account } = useMe()
  const client = useQueryClient()
  const keep = useCommand({
    do: (form: HTMLFormElement) =>
      call(
        routes.changeAccount,
        {},
        { shownName: fieldOf(form, 'shownName'), email: fieldOf(form, 'email') || null },
      ),
    done: me => {
      client.setQueryData(reads.me().queryKey, me)
      showToast(
        me.account.emailAsked ? say('account_email_sent', { email: me.account.emailAsked }) : say('saved'),
      )
    },
  })
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    keep.go(event.currentTarget)
  }
  const other = keep.path === 'shownName' || keep.path === 'email' ? undefined : keep.words
  return (
    <Row className="pt-4">
      <form onSubmit={submit} noValidate className="flex max-w-md flex-col gap-4">
        <Field
          label={say('account_user_name')}
          hint={say('account_user_name_hint')}
          value={account.userName}
          readOnly
          className="bg-linen/60"
        />
        <Field
          label={say('account_name')}
          hint={say('account_name_hint')}
          name="shownName"
          autoComplete="name"
          defaultValue={account.shownName}
          problem={keep.at('shownName')}
        />
        <Field
          label={`${say('account_email')} (${say('optional')})`}
          hint={
            account.emailAsked
              ? say('account_email_asked', { email: account.emailAsked })
              : say('account_email_hint')
          }
          name="email"
          type="email"
          autoComplete="email"
          defaultValue={account.emailAsked ?? account.email ?? ''}
          problem={keep.at('email')}
        />
        {other && <Problem words={other} />}
        <div>
          <Button type="submit" variant="primary" disabled={keep.busy}>
            {say('account_keep')}
          </Button>
        </div>
      </form>
    </Row>
  )
}
