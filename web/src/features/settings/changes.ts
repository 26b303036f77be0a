import type { SettingsBody } from '@oppen/contract'
import { say, type WordKey } from '../../words/say.js'

/** What would be different once the form is kept, one sentence for each change; empty for nothing. */
export function changesOf(was: SettingsBody, now: SettingsBody): string[] {
  const said: (string | false)[] = [
    (was.name !== now.name || was.yearLabel !== now.yearLabel) &&
      say('settings_changed_name', { name: `${now.name} ${now.yearLabel}`.trim() }),
    was.families !== now.families && say(now.families ? 'settings_families_on' : 'settings_families_off'),
    was.shared !== now.shared && say(now.shared ? 'settings_shared_on' : 'settings_shared_off'),
    was.ownSecret !== now.ownSecret && say(`settings_secret_${now.ownSecret}_says` as WordKey),
    was.idleMinutes !== now.idleMinutes && say('settings_idle_says', { minutes: now.idleMinutes }),
    was.admits !== now.admits && say(`settings_admits_${now.admits}_says` as WordKey),
  ]
  return said.filter(one => one !== false)
}
