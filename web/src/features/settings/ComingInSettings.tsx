import type { SettingsBody } from '@oppen/contract'
import { ADMITS, OWN_SECRETS } from '@oppen/core/joining'
import { Choice, Field } from '../../parts/Field.js'
import { say, type WordKey } from '../../words/say.js'
import type { PartProps } from './parts.js'
import { Switch } from './Switch.js'

/** Who comes in, and how. */
export function ComingInSettings({ form: { own }, put }: PartProps) {
  return (
    <>
      <Switch
        label={say('settings_families')}
        says={say(own.families ? 'settings_families_on' : 'settings_families_off')}
        on={own.families}
        onChange={families => put('own', { families })}
      />
      <Switch
        label={say('settings_shared')}
        says={say(own.shared ? 'settings_shared_on' : 'settings_shared_off')}
        on={own.shared}
        onChange={shared => put('own', { shared })}
      />
      <div className="grid gap-3 md:grid-cols-2">
        <Choice
          label={say('settings_secret')}
          hint={`${say(`settings_secret_${own.ownSecret}_says` as WordKey)} ${say('settings_secret_keep')}`}
          value={own.ownSecret}
          onChange={value => put('own', { ownSecret: value as SettingsBody['ownSecret'] })}
          options={OWN_SECRETS.map(value => ({
            value,
            label: say(`settings_secret_${value}` as WordKey),
          }))}
        />
        <Choice
          label={say('settings_admits')}
          value={own.admits}
          onChange={value => put('own', { admits: value as SettingsBody['admits'] })}
          options={ADMITS.map(value => ({ value, label: say(`settings_admits_${value}` as WordKey) }))}
        />
      </div>
      {own.shared && (
        <div className="max-w-xs">
          <Field
            label={say('settings_idle')}
            hint={say('settings_idle_says', { minutes: own.idleMinutes })}
            type="number"
            min={1}
            max={120}
            value={own.idleMinutes}
            onChange={event => put('own', { idleMinutes: Math.trunc(Number(event.target.value)) })}
          />
        </div>
      )}
    </>
  )
}
