import { EDIT_FOR } from '@oppen/core/talk'
import { say, type WordKey } from '../../words/say.js'
import type { Settings } from './parts.js'

const OWN = ['families', 'shared', 'takeBack', 'improve', 'seeOthers'] as const
const TALK = ['pupilsWrite', 'familiesWrite', 'pupilLetters', 'pupilMedia', 'pupilsEdit', 'nod'] as const
const MARKS = ['averages', 'wordsOnly', 'figures'] as const

/** What would be different once the form is saved, one sentence for each change; empty for nothing. */
export function changesOf(before: Settings, after: Settings): string[] {
  const { own: was, talk: saidBefore, marks: marksBefore } = before
  const { own: now, talk, marks } = after
  const minutes = EDIT_FOR / 60_000
  const onOff = (on: boolean) => (on ? 'on' : 'off')
  const said: (string | false)[] = [
    (was.name !== now.name || was.yearLabel !== now.yearLabel) &&
      say('settings_changed_name', { name: `${now.name} ${now.yearLabel}`.trim() }),
    (was.tint !== now.tint || was.sign !== now.sign) && say('settings_changed_look'),
    ...OWN.map(name => was[name] !== now[name] && say(`settings_${name}_${onOff(now[name])}`)),
    was.ownSecret !== now.ownSecret && say(`settings_secret_${now.ownSecret}_says` as WordKey),
    was.idleMinutes !== now.idleMinutes && say('settings_idle_says', { minutes: now.idleMinutes }),
    was.admits !== now.admits && say(`settings_admits_${now.admits}_says` as WordKey),
    was.sharing !== now.sharing && say(`settings_sharing_${now.sharing}_says`),
    ...TALK.map(
      name =>
        saidBefore[name] !== talk[name] && say(`settings_talk_${name}_${onOff(talk[name])}`, { minutes }),
    ),
    [...saidBefore.reactions].sort().join() !== [...talk.reactions].sort().join() &&
      say(talk.reactions.length ? 'settings_likes_on' : 'settings_likes_off'),
    ...MARKS.map(name => marksBefore[name] !== marks[name] && say(`settings_${name}_${onOff(marks[name])}`)),
    JSON.stringify(marksBefore.late) !== JSON.stringify(marks.late) && say('settings_changed_late'),
  ]
  return said.filter(one => one !== false)
}
