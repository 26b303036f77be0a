import { routes } from '@oppen/contract'
import { ADULT_SECRET_LENGTH } from '@oppen/core/joining'
import { type FormEvent, useState } from 'react'
import { call } from '../../app/api.js'
import { fieldOf, useAsk } from '../../app/outside.js'
import { useComeIn } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Field } from '../../parts/Field.js'
import { say } from '../../words/say.js'
import { Doorstep } from '../welcome/Doorstep.js'
import { ZoneField } from './ZoneField.js'

type Found = {
  readonly key: string
  readonly name: string
  readonly zone: string
  readonly pinned: readonly string[]
}

/** The first start of a school: the key that the server printed, then the school, then its owner. */
export function Screen() {
  const [found, setFound] = useState<Found>()
  return (
    <Doorstep title={say('begin_title')}>
      {found ? <SetUp found={found} /> : <Key onFound={setFound} />}
    </Doorstep>
  )
}

function Key({ onFound }: { readonly onFound: (found: Found) => void }) {
  const asking = useAsk()
  const [key, setKey] = useState('')
  const submit = (event: FormEvent) => {
    event.preventDefault()
    void asking.ask(async () => onFound({ key, ...(await call(routes.seeOwnerKey, {}, { key })) }))
  }
  return (
    <form onSubmit={submit} className="flex flex-col gap-4" noValidate>
      <p className="text-soft">{say('begin_lead')}</p>
      <Field
        label={say('begin_key')}
        hint={say('begin_key_hint')}
        value={key}
        onChange={event => {
          setKey(event.target.value)
          asking.forget()
        }}
        problem={asking.words}
        autoFocus
        autoComplete="off"
        autoCapitalize="characters"
        spellCheck={false}
        className="!py-3 text-xl font-semibold tracking-wide"
      />
      <Button type="submit" variant="primary" className="min-h-12 text-lg" disabled={asking.busy}>
        {say('begin_go_on')}
      </Button>
    </form>
  )
}

const FIELDS = ['school', 'zone', 'shownName', 'email', 'secret'] as const

function SetUp({ found }: { readonly found: Found }) {
  const asking = useAsk()
  const comeIn = useComeIn()
  const fixed = (what: string) => found.pinned.includes(what)
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = event.currentTarget
    void asking.ask(async () => {
      const me = await call(
        routes.beginSchool,
        {},
        {
          key: found.key,
          school: fieldOf(form, 'school'),
          zone: fieldOf(form, 'zone'),
          shownName: fieldOf(form, 'shownName'),
          email: fieldOf(form, 'email') || null,
          secret: fieldOf(form, 'secret'),
        },
      )
      comeIn(me, '/school')
    })
  }
  const other = asking.other(...FIELDS)
  return (
    <form onSubmit={submit} className="flex flex-col gap-4" noValidate>
      <h2 className="text-lg">{say('begin_school')}</h2>
      <Field
        label={say('begin_name')}
        hint={fixed('name') && say('begin_fixed')}
        name="school"
        defaultValue={fixed('name') ? found.name : ''}
        readOnly={fixed('name')}
        autoFocus
        problem={asking.at('school')}
      />
      <ZoneField
        label={say('begin_zone')}
        hint={fixed('zone') ? say('begin_fixed') : say('begin_zone_hint')}
        name="zone"
        defaultValue={fixed('zone') ? found.zone : Intl.DateTimeFormat().resolvedOptions().timeZone}
        readOnly={fixed('zone')}
        problem={asking.at('zone')}
      />
      <h2 className="mt-2 text-lg">{say('begin_you')}</h2>
      <Field
        label={say('begin_your_name')}
        name="shownName"
        autoComplete="name"
        problem={asking.at('shownName')}
      />
      <Field
        label={say('begin_email')}
        hint={say('begin_email_hint')}
        name="email"
        type="email"
        autoComplete="email"
        problem={asking.at('email')}
      />
      <Field
        label={say('begin_password')}
        hint={say('begin_password_hint', { least: ADULT_SECRET_LENGTH })}
        name="secret"
        type="password"
        autoComplete="new-password"
        problem={asking.at('secret')}
      />
      {other && <Problem words={other} />}
      <Button type="submit" variant="primary" className="min-h-12 text-lg" disabled={asking.busy}>
        {say('begin_done')}
      </Button>
    </form>
  )
}
