import type { ClassSettings, SettingsBody } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { ADMITS, OWN_SECRETS } from '@oppen/core/joining'
import { type FormEvent, useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Choice, Field } from '../../parts/Field.js'
import { Row } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { say, type WordKey } from '../../words/say.js'
import { changesOf } from './changes.js'
import { Switch } from './Switch.js'

const bodyOf = (data: ClassSettings): SettingsBody => ({
  name: data.name,
  yearLabel: data.yearLabel,
  families: data.families,
  shared: data.shared,
  ownSecret: data.ownSecret,
  idleMinutes: data.idleMinutes,
  admits: data.admits,
  takeBack: data.takeBack,
  seeOthers: data.seeOthers,
  sharing: data.sharing,
  tint: data.tint,
  sign: data.sign,
})

/** The switches of a class; what they would change stands beside the button before it is pressed. */
export function SettingsForm({ data }: { readonly data: ClassSettings }) {
  const [form, setForm] = useState(() => bodyOf(data))
  const put = (part: Partial<SettingsBody>) => setForm({ ...form, ...part })
  const changes = changesOf(bodyOf(data), form)
  const keep = useCommand({
    do: () => call(routes.changeSettings, { classId: data.classId }, form),
    again: [reads.settings(data.classId).queryKey, reads.me().queryKey],
    done: () => showToast(say('saved')),
  })
  const submit = (event: FormEvent) => {
    event.preventDefault()
    keep.go()
  }
  const other = keep.path === 'name' || keep.path === 'yearLabel' ? undefined : keep.words
  return (
    <form onSubmit={submit} noValidate>
      <Row>
        <div className="flex max-w-3xl flex-col gap-5">
          <div className="grid gap-3 md:grid-cols-2">
            <Field
              label={say('settings_name')}
              value={form.name}
              onChange={event => put({ name: event.target.value })}
              problem={keep.at('name')}
            />
            <Field
              label={say('settings_year')}
              value={form.yearLabel}
              onChange={event => put({ yearLabel: event.target.value })}
              problem={keep.at('yearLabel')}
            />
          </div>
          <Switch
            label={say('settings_families')}
            says={say(form.families ? 'settings_families_on' : 'settings_families_off')}
            on={form.families}
            onChange={families => put({ families })}
          />
          <Switch
            label={say('settings_shared')}
            says={say(form.shared ? 'settings_shared_on' : 'settings_shared_off')}
            on={form.shared}
            onChange={shared => put({ shared })}
          />
          <div className="grid gap-3 md:grid-cols-2">
            <Choice
              label={say('settings_secret')}
              hint={`${say(`settings_secret_${form.ownSecret}_says` as WordKey)} ${say('settings_secret_keep')}`}
              value={form.ownSecret}
              onChange={value => put({ ownSecret: value as SettingsBody['ownSecret'] })}
              options={OWN_SECRETS.map(value => ({
                value,
                label: say(`settings_secret_${value}` as WordKey),
              }))}
            />
            <Choice
              label={say('settings_admits')}
              value={form.admits}
              onChange={value => put({ admits: value as SettingsBody['admits'] })}
              options={ADMITS.map(value => ({ value, label: say(`settings_admits_${value}` as WordKey) }))}
            />
          </div>
          {form.shared && (
            <div className="max-w-xs">
              <Field
                label={say('settings_idle')}
                hint={say('settings_idle_says', { minutes: form.idleMinutes })}
                type="number"
                min={1}
                max={120}
                value={form.idleMinutes}
                onChange={event => put({ idleMinutes: Math.trunc(Number(event.target.value)) })}
              />
            </div>
          )}
          {other && <Problem words={other} />}
          <div className="flex flex-wrap items-center gap-4">
            <Button type="submit" variant="primary" disabled={keep.busy || !changes.length}>
              {say('settings_save')}
            </Button>
            <p className="min-w-0 flex-1 text-[15px] text-soft" aria-live="polite">
              {changes.join(' ') || say('settings_nothing')}
            </p>
          </div>
        </div>
      </Row>
    </form>
  )
}
