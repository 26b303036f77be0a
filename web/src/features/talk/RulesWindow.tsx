import { routes, type TalkPage } from '@oppen/contract'
import type { SpaceId } from '@oppen/core/ids'
import { REACTIONS } from '@oppen/core/talk'
import { useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Tick } from '../../parts/Tick.js'
import { Window } from '../../parts/Window.js'
import { say } from '../../words/say.js'
import { useSpace } from './space.js'

type Props = { readonly spaceId: SpaceId; readonly rules: TalkPage['rules']; readonly onClose: () => void }

/** What holds for all talk of a class or a circle. */
export function RulesWindow({ spaceId, rules: before, onClose }: Props) {
  const here = useSpace(spaceId)
  const [rules, setRules] = useState(before)
  const put = (part: Partial<typeof rules>) => setRules({ ...rules, ...part })
  const save = useCommand({
    do: () => call(routes.setTalkRules, { spaceId }, rules),
    again: [reads.talk(spaceId).queryKey],
    done: onClose,
  })
  return (
    <Window open onClose={onClose} title={say('rules_title')}>
      <div className="flex flex-col gap-4">
        <div className="flex flex-col gap-2">
          <Tick on={rules.pupilsWrite} onChange={pupilsWrite => put({ pupilsWrite })}>
            {here.say('rules_pupils')}
          </Tick>
          {!here.isCircle && (
            <Tick on={rules.familiesWrite} onChange={familiesWrite => put({ familiesWrite })}>
              {say('rules_families')}
            </Tick>
          )}
          <Tick on={rules.pupilLetters} onChange={pupilLetters => put({ pupilLetters })}>
            {here.say('rules_letters')}
          </Tick>
          <Tick on={rules.pupilMedia} onChange={pupilMedia => put({ pupilMedia })}>
            {here.say('rules_media')}
          </Tick>
          <Tick on={rules.pupilsEdit} onChange={pupilsEdit => put({ pupilsEdit })}>
            {here.say('rules_edit')}
          </Tick>
          <Tick on={rules.nod} onChange={nod => put({ nod })}>
            {here.say('rules_nod')}
          </Tick>
        </div>
        <fieldset className="flex flex-col gap-2">
          <legend className="mb-1 text-[0.9375rem] font-semibold">{say('rules_reactions')}</legend>
          {REACTIONS.map(reaction => (
            <Tick
              key={reaction}
              on={rules.reactions.includes(reaction)}
              onChange={on =>
                put({
                  reactions: REACTIONS.filter(one => (one === reaction ? on : rules.reactions.includes(one))),
                })
              }
            >
              {say(`reaction_${reaction}`)}
            </Tick>
          ))}
        </fieldset>
        {save.words && <Problem words={save.words} />}
        <div className="flex gap-2">
          <Button variant="primary" onClick={() => save.go()} disabled={save.busy}>
            {say('rules_save')}
          </Button>
          <Button onClick={onClose}>{say('cancel')}</Button>
        </div>
      </div>
    </Window>
  )
}
