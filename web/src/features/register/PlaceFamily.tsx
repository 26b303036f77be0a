import type { RegisterPlace } from '@oppen/contract'
import { routes } from '@oppen/contract'
import type { FormEvent } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { fieldOf } from '../../app/outside.js'
import { reads } from '../../app/queries.js'
import { useIds, useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Field } from '../../parts/Field.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'
import { PlacePart } from './PlacePart.js'

/** Who follows the child: each link ended by itself, and one more invited by e-mail. */
export function PlaceFamily({ place }: { readonly place: RegisterPlace }) {
  return (
    <PlacePart title={say('place_family')}>
      {!place.families.length && (
        <p className="text-soft">{say('place_family_none', { name: place.name })}</p>
      )}
      <ul>
        {place.families.map(family => (
          <Link key={family.accountId} family={family} place={place} />
        ))}
      </ul>
      <Invite place={place} />
    </PlacePart>
  )
}

type LinkProps = { readonly family: RegisterPlace['families'][number]; readonly place: RegisterPlace }

function Link({ family, place }: LinkProps) {
  const { classId } = useIds()
  const time = useNow()
  const names = { family: family.name, name: place.name }
  const end = useCommand({
    do: () => call(routes.endFamilyLink, { classId, placeId: place.id, accountId: family.accountId }),
    again: [reads.register(classId).queryKey],
    done: () => showToast(say('place_family_ended', names)),
  })
  return (
    <li className="flex flex-wrap items-baseline gap-3 py-0.5">
      <span className="font-semibold">{family.name}</span>
      <span className="text-sm text-soft">{say('place_family_since', { at: when(family.since, time) })}</span>
      <Button
        variant="quiet"
        className="!min-h-0 !py-0 text-sm"
        aria-label={say('place_family_end_of', names)}
        onClick={() => end.go()}
        disabled={end.busy}
      >
        {say('place_family_end')}
      </Button>
      {end.words && <Problem words={end.words} />}
    </li>
  )
}

function Invite({ place }: { readonly place: RegisterPlace }) {
  const { classId } = useIds()
  const invite = useCommand({
    do: (form: HTMLFormElement) =>
      call(routes.inviteFamily, { classId }, { placeId: place.id, email: fieldOf(form, 'familyEmail') }),
    again: [reads.register(classId).queryKey, reads.outbox().queryKey],
    done: (_, form) => {
      showToast(say('place_family_invited', { email: fieldOf(form, 'familyEmail') }))
      form.reset()
    },
  })
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    invite.go(event.currentTarget)
  }
  return (
    <form onSubmit={submit} noValidate className="flex flex-wrap items-start gap-3">
      <div className="min-w-60 flex-1">
        <Field
          label={say('place_family_email')}
          name="familyEmail"
          type="email"
          autoComplete="off"
          problem={invite.words}
        />
      </div>
      <Button type="submit" className="mt-7" disabled={invite.busy}>
        {say('place_family_invite')}
      </Button>
    </form>
  )
}
