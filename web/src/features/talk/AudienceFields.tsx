import type { TalkPage } from '@oppen/contract'
import type { Audience } from '@oppen/core/talk'
import { FieldProblem } from '../../parts/Feedback.js'
import { Tick } from '../../parts/Tick.js'
import { say } from '../../words/say.js'

type Props = {
  readonly audience: Audience
  readonly groups: TalkPage['groups']
  readonly onChange: (audience: Audience) => void
  readonly problem: string | undefined
}

/** For whom something is: pupils, families or both, of all groups or of some. */
export function AudienceFields({ audience, groups, onChange, problem }: Props) {
  const chosen = audience.groups
  const toggle = (id: (typeof groups)[number]['id'], on: boolean) => {
    const before = chosen ?? groups.map(one => one.id)
    const next = on ? [...before, id] : before.filter(one => one !== id)
    onChange({ ...audience, groups: next.length === groups.length ? null : next })
  }
  return (
    <fieldset className="flex flex-col gap-1.5">
      <legend className="mb-1 text-[0.9375rem] font-semibold">{say('talk_form_who')}</legend>
      <div className="flex flex-wrap gap-x-5 gap-y-1.5">
        <Tick on={audience.pupils} onChange={pupils => onChange({ ...audience, pupils })}>
          {say('talk_form_pupils')}
        </Tick>
        <Tick on={audience.families} onChange={families => onChange({ ...audience, families })}>
          {say('talk_form_families')}
        </Tick>
      </div>
      {groups.length > 1 && (
        <fieldset className="flex flex-wrap gap-x-5 gap-y-1.5">
          <legend className="sr-only">{say('talk_form_groups')}</legend>
          {groups.map(({ id, name }) => (
            <Tick key={id} on={chosen === null || chosen.includes(id)} onChange={on => toggle(id, on)}>
              {name}
            </Tick>
          ))}
        </fieldset>
      )}
      <FieldProblem words={problem} />
    </fieldset>
  )
}
