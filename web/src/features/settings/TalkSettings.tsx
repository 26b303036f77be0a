import { EDIT_FOR, REACTIONS } from '@oppen/core/talk'
import { Tick } from '../../parts/Tick.js'
import { say } from '../../words/say.js'
import type { PartProps } from './parts.js'
import { Switch } from './Switch.js'

const SWITCHES = ['pupilsWrite', 'familiesWrite', 'pupilLetters', 'pupilMedia', 'pupilsEdit', 'nod'] as const

/** Comments, letters, editing, the nod and likes. */
export function TalkSettings({ form: { talk }, put }: PartProps) {
  const minutes = EDIT_FOR / 60_000
  return (
    <>
      {SWITCHES.map(name => (
        <Switch
          key={name}
          label={say(`settings_talk_${name}`)}
          says={say(`settings_talk_${name}_${talk[name] ? 'on' : 'off'}`, { minutes })}
          on={talk[name]}
          onChange={on => put('talk', { [name]: on })}
        />
      ))}
      <fieldset>
        <legend className="mb-1 font-semibold">{say('settings_likes')}</legend>
        <div className="flex flex-wrap gap-x-5 gap-y-1.5">
          {REACTIONS.map(reaction => (
            <Tick
              key={reaction}
              on={talk.reactions.includes(reaction)}
              onChange={on =>
                put('talk', {
                  reactions: REACTIONS.filter(one => (one === reaction ? on : talk.reactions.includes(one))),
                })
              }
            >
              {say(`reaction_${reaction}`)}
            </Tick>
          ))}
        </div>
        <p className="mt-1 text-[0.9375rem] text-soft">
          {say(talk.reactions.length ? 'settings_likes_on' : 'settings_likes_off')}
        </p>
      </fieldset>
    </>
  )
}
