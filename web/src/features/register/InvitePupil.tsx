import { routes } from '@oppen/contract'
import type { FormEvent } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { fieldOf } from '../../app/outside.js'
import { reads } from '../../app/queries.js'
import { useIds } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Field } from '../../parts/Field.js'
import { showToast } from '../../parts/toast.js'
import { Window } from '../../parts/Window.js'
import { say } from '../../words/say.js'

/** Invites a pupil who has an account already. */
export function InvitePupil({ onClose }: { readonly onClose: () => void }) {
  const { classId } = useIds()
  const invite = useCommand({
    do: (userName: string) => call(routes.invitePerson, { classId }, { kind: 'pupil', userName }),
    again: [reads.register(classId).queryKey],
    done: (_, name) => {
      showToast(say('invite_done', { name }))
      onClose()
    },
  })
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    invite.go(fieldOf(event.currentTarget, 'userName'))
  }
  return (
    <Window open onClose={onClose} title={say('invite_pupil_title')}>
      <form onSubmit={submit} noValidate className="flex flex-col gap-4">
        <p>{say('invite_pupil_lead')}</p>
        <Field
          label={say('invite_user_name')}
          name="userName"
          autoFocus
          autoCapitalize="off"
          autoComplete="off"
          spellCheck={false}
          problem={invite.words}
        />
        <div>
          <Button type="submit" variant="primary" disabled={invite.busy}>
            {say('invite_go')}
          </Button>
        </div>
      </form>
    </Window>
  )
}
