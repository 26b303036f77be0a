import type { ClassSettings } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { useQueryClient } from '@tanstack/react-query'
import type { FormEvent } from 'react'
import { useNavigate } from 'react-router'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { fieldOf } from '../../app/outside.js'
import { reads } from '../../app/queries.js'
import { useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Field } from '../../parts/Field.js'
import { Row, Section } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'

type Tablet = ClassSettings['tablets'][number]

/** The shared tablets of the class, each ended by itself, and this device made one. */
export function SharedTablets({ data }: { readonly data: ClassSettings }) {
  return (
    <Section title={say('settings_tablets')}>
      <ul>
        {data.tablets.map(tablet => (
          <Line key={tablet.id} tablet={tablet} classId={data.classId} />
        ))}
      </ul>
      <Row>
        {!data.tablets.length && <p className="text-soft">{say('settings_tablets_none')}</p>}
        <p className="my-2 max-w-prose text-[0.9375rem] text-soft">{say('settings_tablets_how')}</p>
        <ShareHere classId={data.classId} />
      </Row>
    </Section>
  )
}

function Line({ tablet, classId }: { readonly tablet: Tablet; readonly classId: ClassSettings['classId'] }) {
  const time = useNow()
  const { name } = tablet
  const end = useCommand({
    do: () => call(routes.endTablet, { classId, tabletId: tablet.id }),
    again: [reads.settings(classId).queryKey],
    done: () => showToast(say('settings_tablet_ended', { name })),
  })
  return (
    <Row as="li" className="py-1">
      <div className="flex flex-wrap items-baseline gap-3">
        <span className="font-semibold">{name}</span>
        <span className="text-sm text-soft">
          {say('settings_tablet_since', { at: when(tablet.since, time) })}
        </span>
        <Button
          variant="quiet"
          className="!min-h-0 !py-0"
          aria-label={say('settings_tablet_end_of', { name })}
          onClick={() => end.go()}
          disabled={end.busy}
        >
          {say('settings_tablet_end')}
        </Button>
        {end.words && <Problem words={end.words} />}
      </div>
    </Row>
  )
}

function ShareHere({ classId }: { readonly classId: ClassSettings['classId'] }) {
  const client = useQueryClient()
  const navigate = useNavigate()
  const share = useCommand({
    do: (name: string) => call(routes.shareThisTablet, { classId }, { name }),
    done: () => {
      client.clear()
      navigate('/tablet', { replace: true })
    },
  })
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    share.go(fieldOf(event.currentTarget, 'name'))
  }
  return (
    <form onSubmit={submit} noValidate className="flex max-w-xl items-start gap-3">
      <div className="flex-1">
        <Field
          label={say('settings_tablet_name')}
          hint={say('settings_tablet_here_hint')}
          name="name"
          problem={share.words}
        />
      </div>
      <Button type="submit" className="mt-7" disabled={share.busy}>
        {say('settings_tablet_here')}
      </Button>
    </form>
  )
}
