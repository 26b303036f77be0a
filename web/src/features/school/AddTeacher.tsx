import { routes } from '@oppen/contract'
import { type FormEvent, useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { fieldOf } from '../../app/outside.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Field } from '../../parts/Field.js'
import { Window } from '../../parts/Window.js'
import { say } from '../../words/say.js'
import { OneTimePassword } from './OneTimePassword.js'

type Form = { readonly shownName: string; readonly email: string | null }

/** The account of a new teacher, and then how they come in. */
export function AddTeacher({ onClose }: { readonly onClose: () => void }) {
  const [given, setGiven] = useState<{ name: string; userName: string; secret: string }>()
  const add = useCommand({
    do: (form: Form) => call(routes.addTeacher, {}, form),
    again: [['school']],
    done: (reply, form) => setGiven({ ...reply, name: form.shownName }),
  })
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = event.currentTarget
    add.go({ shownName: fieldOf(form, 'shownName'), email: fieldOf(form, 'email') || null })
  }
  return (
    <Window open onClose={onClose} title={say('teachers_add')}>
      {given ? (
        <OneTimePassword name={given.name} given={given} onClose={onClose} />
      ) : (
        <form onSubmit={submit} className="flex flex-col gap-4" noValidate>
          <Field
            label={say('teachers_name')}
            name="shownName"
            autoComplete="off"
            problem={add.at('shownName')}
          />
          <Field
            label={say('teachers_email')}
            hint={say('teachers_email_hint')}
            name="email"
            type="email"
            autoComplete="off"
            problem={add.at('email')}
          />
          {add.words && !add.path && <Problem words={add.words} />}
          <div>
            <Button type="submit" variant="primary" disabled={add.busy}>
              {say('teachers_add_go')}
            </Button>
          </div>
        </form>
      )}
    </Window>
  )
}
