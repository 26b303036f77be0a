import { routes, type SchoolPage } from '@oppen/contract'
import { type FormEvent, useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Field } from '../../parts/Field.js'
import { Row, Section } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'
import { ZoneField } from './ZoneField.js'

export function NameAndZone({ page }: { readonly page: SchoolPage }) {
  const [name, setName] = useState(page.name)
  const [zone, setZone] = useState(page.zone)
  const save = useCommand({
    do: () => call(routes.changeSchool, {}, { name, zone }),
    again: [['school'], ['me'], ['welcome'], ['calendar']],
    done: () => showToast(say('set_saved')),
  })
  const submit = (event: FormEvent) => {
    event.preventDefault()
    save.go()
  }
  const fixed = (what: 'name' | 'zone') => page.pinned.includes(what)
  const zoneHint = fixed('zone')
    ? say('set_fixed', { name: 'OPPEN_ZONE' })
    : page.zoneInUse
      ? say('set_zone_used', { count: page.zoneInUse })
      : say('begin_zone_hint')
  const changed = name !== page.name || zone !== page.zone
  return (
    <Section title={say('set_name_zone')}>
      <Row>
        <form onSubmit={submit} className="flex max-w-lg flex-col gap-4" noValidate>
          <Field
            label={say('begin_name')}
            hint={fixed('name') && say('set_fixed', { name: 'OPPEN_SCHOOL' })}
            value={name}
            onChange={event => setName(event.target.value)}
            readOnly={fixed('name')}
            problem={save.at('school') ?? save.at('name')}
          />
          <ZoneField
            label={say('begin_zone')}
            hint={zoneHint}
            value={zone}
            onChange={event => setZone(event.target.value)}
            readOnly={fixed('zone') || page.zoneInUse > 0}
            problem={save.at('zone')}
          />
          {save.words && !save.path && <Problem words={save.words} />}
          <div>
            <Button type="submit" variant="primary" disabled={!changed || save.busy}>
              {say('set_save')}
            </Button>
          </div>
        </form>
      </Row>
    </Section>
  )
}
