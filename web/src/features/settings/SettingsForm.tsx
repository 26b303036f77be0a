import type { ClassRules, ClassSettings, SettingsBody } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { type FormEvent, useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Row, Section } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'
import { ComingInSettings } from './ComingInSettings.js'
import { changesOf } from './changes.js'
import { LookSettings } from './LookSettings.js'
import type { Edits, Put, Settings } from './parts.js'
import { TalkSettings } from './TalkSettings.js'
import { WorkSettings } from './WorkSettings.js'

const bodyOf = (data: ClassSettings): SettingsBody => ({
  name: data.name,
  yearLabel: data.yearLabel,
  families: data.families,
  shared: data.shared,
  ownSecret: data.ownSecret,
  idleMinutes: data.idleMinutes,
  admits: data.admits,
  takeBack: data.takeBack,
  improve: data.improve,
  seeOthers: data.seeOthers,
  sharing: data.sharing,
  tint: data.tint,
  sign: data.sign,
})

type Props = { readonly data: ClassSettings; readonly rules: ClassRules }

/** The switches of a class; what they would change stands beside the button before it is pressed. */
export function SettingsForm({ data, rules }: Props) {
  const { classId } = data
  // what a colleague changes meanwhile stays, as long as it is not changed here too
  const [edits, setEdits] = useState<Edits>({})
  const put: Put = (part, changed) => setEdits({ ...edits, [part]: { ...edits[part], ...changed } })
  const before: Settings = { own: bodyOf(data), ...rules }
  const form: Settings = {
    own: { ...before.own, ...edits.own },
    talk: { ...before.talk, ...edits.talk },
    marks: { ...before.marks, ...edits.marks },
  }
  const changes = changesOf(before, form)
  const save = useCommand({
    do: async () => {
      if (edits.own) await call(routes.changeSettings, { classId }, form.own)
      if (edits.talk) await call(routes.setTalkRules, { spaceId: classId }, form.talk)
      if (edits.marks) await call(routes.setMarkRules, { classId }, form.marks)
    },
    again: [
      reads.settings(classId).queryKey,
      reads.me().queryKey,
      reads.markBook(classId).queryKey,
      reads.talk(classId).queryKey,
    ],
    done: () => showToast(say('saved')),
  })
  const submit = (event: FormEvent) => {
    event.preventDefault()
    save.go()
  }
  const other = save.path === 'name' || save.path === 'yearLabel' ? undefined : save.words
  const parts = { form, put }
  return (
    <form onSubmit={submit} noValidate>
      <Part title={say('settings_part_look')}>
        <LookSettings {...parts} problemAt={save.at} />
      </Part>
      <Part title={say('settings_part_in')}>
        <ComingInSettings {...parts} />
      </Part>
      <Part title={say('settings_part_work')}>
        <WorkSettings {...parts} />
      </Part>
      <Part title={say('settings_part_talk')}>
        <TalkSettings {...parts} />
      </Part>
      <div className="sticky bottom-0 z-10 border-t border-rule bg-sheet py-3">
        <Row>
          {other && <Problem words={other} />}
          <div className="flex max-w-3xl flex-wrap items-center gap-4">
            <Button type="submit" variant="primary" disabled={save.busy || !changes.length}>
              {say('settings_save')}
            </Button>
            <p
              className="max-h-24 min-w-0 flex-1 overflow-y-auto text-[0.9375rem] text-soft"
              aria-live="polite"
            >
              {changes.join(' ') || say('settings_nothing')}
            </p>
          </div>
        </Row>
      </div>
    </form>
  )
}

const Part = ({ title, children }: { readonly title: string; readonly children: React.ReactNode }) => (
  <Section title={title}>
    <Row className="pb-4">
      <div className="flex max-w-3xl flex-col gap-5">{children}</div>
    </Row>
  </Section>
)
