import { type RoomForm as Form, routes, type TalkPage } from '@oppen/contract'
import type { ConversationId, SpaceId } from '@oppen/core/ids'
import { type Hours, LONGEST_WHY, ROOM } from '@oppen/core/talk'
import { useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { Button } from '../../parts/Button.js'
import { FieldProblem, Problem } from '../../parts/Feedback.js'
import { Choice, Field } from '../../parts/Field.js'
import { Tick } from '../../parts/Tick.js'
import { Window } from '../../parts/Window.js'
import { say } from '../../words/say.js'
import { AudienceFields } from './AudienceFields.js'
import { HoursFields } from './HoursFields.js'
import { useSpace } from './space.js'

const EMPTY: Form = { title: '', audience: { pupils: true, families: false, groups: null }, rules: ROOM }
const BY_DAY: Hours = { days: [1, 2, 3, 4, 5, 6, 7], from: '07:00', until: '20:00' }

const IN_CLASS = ['all', 'pupils', 'teachers'] as const
const IN_CIRCLE = ['all', 'teachers'] as const

type Props = {
  readonly spaceId: SpaceId
  readonly groups: TalkPage['groups']
  /** The room that is edited; null for a new one. */
  readonly room: (Form & { readonly id: ConversationId }) | null
  readonly onClose: () => void
}

/** Makes a room, or changes its name, for whom it is and its rules. */
export function RoomForm({ spaceId, groups, room, onClose }: Props) {
  const here = useSpace(spaceId)
  const [form, setForm] = useState<Form>(() => room ?? EMPTY)
  const { rules } = form
  const put = (part: Partial<Form['rules']>) => setForm({ ...form, rules: { ...rules, ...part } })
  const { title, audience } = form
  const save = useCommand({
    do: (): Promise<unknown> =>
      room
        ? call(routes.changeRoom, { spaceId, conversationId: room.id }, { title, audience, rules })
        : call(routes.makeRoom, { spaceId }, { title, audience, rules }),
    again: [reads.talk(spaceId).queryKey],
    done: onClose,
  })
  const known = ['title', 'audience', 'rules.hours', 'rules.quietWhy']
  return (
    <Window open onClose={onClose} title={say(room ? 'room_form_change' : 'room_form_new')}>
      <form
        className="flex flex-col gap-4"
        onSubmit={event => {
          event.preventDefault()
          save.go()
        }}
      >
        <Field
          label={say('room_form_title')}
          value={title}
          onChange={event => setForm({ ...form, title: event.target.value })}
          problem={save.at('title')}
          autoFocus={!room}
        />
        {!here.isCircle && (
          <AudienceFields
            audience={audience}
            groups={groups}
            onChange={next =>
              setForm({ ...form, audience: { ...next, groups: next.groups && [...next.groups] } })
            }
            problem={save.at('audience')}
          />
        )}
        <Choice
          label={say('room_form_writers')}
          value={rules.writers}
          onChange={value => put({ writers: value as typeof rules.writers })}
          options={(here.isCircle ? IN_CIRCLE : IN_CLASS).map(value => ({
            value,
            label: here.say(`room_form_writers_${value}`),
          }))}
        />
        <div className="flex flex-col gap-1.5">
          <Tick on={rules.begin} onChange={begin => put({ begin })}>
            {here.say('room_form_begin')}
          </Tick>
          <Tick on={rules.nod} onChange={nod => put({ nod })}>
            {here.say('room_form_nod')}
          </Tick>
          <Tick on={rules.quiet} onChange={quiet => put({ quiet })}>
            {say('room_form_quiet')}
          </Tick>
        </div>
        {rules.quiet && (
          <Field
            label={here.say('room_form_why')}
            value={rules.quietWhy}
            maxLength={LONGEST_WHY}
            onChange={event => put({ quietWhy: event.target.value })}
            problem={save.at('rules.quietWhy')}
          />
        )}
        <div className="flex flex-col gap-2">
          <Tick on={rules.hours !== null} onChange={on => put({ hours: on ? BY_DAY : null })}>
            {say('room_form_hours')}
          </Tick>
          {rules.hours && <HoursFields hours={rules.hours} onChange={hours => put({ hours })} />}
          <FieldProblem words={save.at('rules.hours')} />
        </div>
        {save.words && !known.includes(save.path ?? '') && <Problem words={save.words} />}
        <div className="flex gap-2">
          <Button type="submit" variant="primary" disabled={save.busy}>
            {say(room ? 'talk_form_save' : 'room_form_make')}
          </Button>
          <Button onClick={onClose}>{say('cancel')}</Button>
        </div>
      </form>
    </Window>
  )
}
