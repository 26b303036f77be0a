import type { ClassSettings } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { useMe } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Choice } from '../../parts/Field.js'
import { Row, Section } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'

type Teacher = ClassSettings['teachers'][number]

/** Who teaches the class: colleagues invited, removed, and the class handed over. */
export function Team({ data }: { readonly data: ClassSettings }) {
  const me = useMe()
  const owns = data.teachers.some(one => one.accountId === me.account.id && one.role === 'owner')
  return (
    <Section title={say('settings_team')}>
      <Row>
        <p className="mb-2 text-[0.9375rem] text-soft">{say('settings_team_lead')}</p>
        <ul className="mb-3 max-w-2xl">
          {data.teachers.map(teacher => (
            <Colleague
              key={teacher.accountId}
              teacher={teacher}
              data={data}
              owns={owns}
              self={teacher.accountId === me.account.id}
            />
          ))}
        </ul>
        <InviteColleague data={data} />
      </Row>
    </Section>
  )
}

type ColleagueProps = {
  readonly teacher: Teacher
  readonly data: ClassSettings
  readonly owns: boolean
  readonly self: boolean
}

function Colleague({ teacher, data, owns, self }: ColleagueProps) {
  const navigate = useNavigate()
  const { classId } = data
  const { name, accountId, role } = teacher
  const again = [reads.settings(classId).queryKey, reads.me().queryKey]
  const remove = useCommand({
    do: () => call(routes.removeCoTeacher, { classId, accountId }),
    again: self ? [reads.me().queryKey] : again,
    done: () => {
      if (self) navigate('/today')
      else showToast(say('settings_team_removed', { name }))
    },
  })
  const handOver = useCommand({
    do: () => call(routes.handOver, { classId, accountId }),
    again,
    done: () => showToast(say('settings_team_handed', { name })),
  })
  const words = remove.words ?? handOver.words
  return (
    <li className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule py-1.5">
      <span className="font-semibold">{name}</span>
      <span className="flex-1 text-[0.9375rem] text-soft">{say(`settings_${role}`)}</span>
      {role === 'coTeacher' && owns && (
        <Button
          aria-label={say('settings_team_handOver_to', { name })}
          onClick={() => handOver.go()}
          disabled={handOver.busy}
        >
          {say('settings_team_handOver')}
        </Button>
      )}
      {role === 'coTeacher' && (
        <Button
          variant="quiet"
          aria-label={self ? undefined : say('settings_team_remove_of', { name })}
          onClick={() => remove.go()}
          disabled={remove.busy}
        >
          {say(self ? 'settings_team_leave' : 'settings_team_remove')}
        </Button>
      )}
      {words && <Problem words={words} />}
    </li>
  )
}

function InviteColleague({ data }: { readonly data: ClassSettings }) {
  const { classId } = data
  const { data: page } = useQuery(reads.colleagues())
  const [userName, setUserName] = useState('')
  const inside = new Set(data.teachers.map(one => one.name))
  const colleagues = (page?.colleagues ?? []).filter(one => !inside.has(one.name))
  const nameOf = (wanted: string) => colleagues.find(one => one.userName === wanted)?.name ?? wanted
  const invite = useCommand({
    do: (asked: string) => call(routes.invitePerson, { classId }, { kind: 'coTeacher', userName: asked }),
    again: [reads.settings(classId).queryKey],
    done: (_, asked) => {
      showToast(say('settings_team_invited', { name: nameOf(asked) }))
      setUserName('')
    },
  })
  return (
    <div className="flex max-w-xl flex-wrap items-end gap-3">
      <div className="min-w-60 flex-1">
        <Choice
          label={say('settings_team_colleague')}
          value={userName}
          onChange={setUserName}
          options={[
            { value: '', label: say('settings_team_choose') },
            ...colleagues.map(one => ({ value: one.userName, label: one.name })),
          ]}
          problem={invite.words}
        />
      </div>
      <Button disabled={!userName || invite.busy} onClick={() => invite.go(userName)}>
        {say('settings_team_invite')}
      </Button>
    </div>
  )
}
