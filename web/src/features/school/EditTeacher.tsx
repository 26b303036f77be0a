import { type BodyOf, routes, type TeacherLine } from '@oppen/contract'
import type { AccountId } from '@oppen/core/ids'
import { type FormEvent, useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { fieldOf } from '../../app/outside.js'
import { useMe } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Choice, Field } from '../../parts/Field.js'
import { showToast } from '../../parts/toast.js'
import { Window } from '../../parts/Window.js'
import { listWords } from '../../words/numbers.js'
import { say } from '../../words/say.js'
import { OneTimePassword } from './OneTimePassword.js'

type Props = {
  readonly teacher: TeacherLine
  readonly others: readonly TeacherLine[]
  readonly onClose: () => void
}

/** One teacher: name and address, whether they look after the school, a new password, and the end of the account. */
export function EditTeacher({ teacher, others, onClose }: Props) {
  const me = useMe()
  const [given, setGiven] = useState<{ userName: string; secret: string }>()
  const { accountId, shownName, endedAt } = teacher
  const renew = useCommand({
    do: () => call(routes.giveTeacherSecret, { accountId }),
    again: [['school']],
    done: setGiven,
  })
  const oneself = accountId === me.account.id
  return (
    <Window open onClose={onClose} title={shownName}>
      {given ? (
        <OneTimePassword name={shownName} given={given} onClose={onClose} />
      ) : (
        <div className="flex flex-col gap-6">
          {endedAt === null && <About teacher={teacher} onClose={onClose} />}
          {!oneself && (
            <div className="flex flex-col gap-2 border-t border-rule pt-4">
              {endedAt === null && (
                <p className="text-[0.9375rem] text-soft">{say('teachers_new_password_says')}</p>
              )}
              {renew.words && <Problem words={renew.words} />}
              <div>
                <Button disabled={renew.busy} onClick={() => renew.go()}>
                  {say(endedAt === null ? 'teachers_new_password' : 'teachers_reopen')}
                </Button>
              </div>
            </div>
          )}
          {!oneself && endedAt === null && <End teacher={teacher} others={others} onClose={onClose} />}
        </div>
      )}
    </Window>
  )
}

function About({ teacher, onClose }: Pick<Props, 'teacher' | 'onClose'>) {
  const { accountId } = teacher
  const [owns, setOwns] = useState(teacher.ownsSchool)
  const save = useCommand({
    do: (form: BodyOf<typeof routes.changeTeacher>) => call(routes.changeTeacher, { accountId }, form),
    again: [['school'], ['me']],
    done: () => {
      showToast(say('teachers_saved'))
      onClose()
    },
  })
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = event.currentTarget
    save.go({
      shownName: fieldOf(form, 'shownName'),
      email: fieldOf(form, 'email') || null,
      ownsSchool: owns,
    })
  }
  return (
    <form onSubmit={submit} className="flex flex-col gap-4" noValidate>
      <Field
        label={say('teachers_name')}
        name="shownName"
        defaultValue={teacher.shownName}
        problem={save.at('shownName')}
      />
      <Field
        label={say('teachers_email')}
        name="email"
        type="email"
        hint={teacher.emailAsked && say('teachers_email_asked', { email: teacher.emailAsked })}
        defaultValue={teacher.emailAsked ?? teacher.email ?? ''}
        problem={save.at('email')}
      />
      <div>
        <label className="flex items-center gap-2 font-semibold">
          <input type="checkbox" checked={owns} onChange={() => setOwns(!owns)} />
          {say('teachers_owns')}
        </label>
        <p className="mt-1 text-sm text-soft">{say('teachers_owns_hint')}</p>
      </div>
      {save.words && !save.path && <Problem words={save.words} />}
      <div>
        <Button type="submit" variant="primary" disabled={save.busy}>
          {say('teachers_save')}
        </Button>
      </div>
    </form>
  )
}

function End({ teacher, others, onClose }: Props) {
  const { accountId, shownName, classes } = teacher
  const [handTo, setHandTo] = useState('')
  const owned = classes.some(one => one.owns)
  const end = useCommand({
    do: () => call(routes.endTeacher, { accountId }, { handTo: (handTo || null) as AccountId | null }),
    again: [['school']],
    done: () => {
      showToast(say('teachers_end_done', { name: shownName }))
      onClose()
    },
  })
  const heirs = others.filter(one => one.accountId !== accountId && one.endedAt === null)
  return (
    <div className="flex flex-col gap-3 border-t border-rule pt-4">
      <p className="text-[0.9375rem] text-soft">{say('teachers_end_says', { name: shownName })}</p>
      {owned && (
        <Choice
          label={say('teachers_hand')}
          hint={listWords(classes.flatMap(one => (one.owns ? [one.name] : [])))}
          value={handTo}
          onChange={setHandTo}
          options={[
            { value: '', label: say('teachers_hand_choose') },
            ...heirs.map(one => ({ value: one.accountId, label: one.shownName })),
          ]}
        />
      )}
      {end.words && <Problem words={end.words} />}
      <div>
        <Button disabled={end.busy} onClick={() => end.go()}>
          {say('teachers_end')}
        </Button>
      </div>
    </div>
  )
}
