import type { RegisterPage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import type { PlaceId } from '@oppen/core/ids'
import { useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { useIds, useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Row, Section } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'

type JoinRequest = RegisterPage['waiting'][number]

/** Newcomers, families and tablets that ask to come in. */
export function JoinRequests({ page }: { readonly page: RegisterPage }) {
  if (!page.waiting.length) return null
  return (
    <Section title={say('waits_title')}>
      <ul>
        {page.waiting.map(request => (
          <JoinRequestLine key={request.id} request={request} page={page} />
        ))}
      </ul>
    </Section>
  )
}

function JoinRequestLine({ request, page }: { readonly request: JoinRequest; readonly page: RegisterPage }) {
  const { classId } = useIds()
  const time = useNow()
  const [placeId, setPlaceId] = useState<string>(request.likely ?? '')
  const answer = useCommand({
    do: (said: 'yes' | 'no') =>
      call(
        routes.answerJoinRequest,
        { classId, joinRequestId: request.id },
        { answer: said, placeId: placeId ? (placeId as PlaceId) : null },
      ),
    again: [reads.register(classId).queryKey],
    done: (_, said) => showToast(say(said === 'yes' ? 'waits_done' : 'waits_turned', { name: request.name })),
  })
  const what =
    request.kind === 'family'
      ? say('waits_family', { about: request.about ?? '' })
      : say(request.kind === 'tablet' ? 'waits_tablet' : 'waits_newcomer')
  return (
    <Row as="li" margin={when(request.at, time)} className="border-b border-rule py-1.5">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5">
        <span className="font-semibold">{request.name}</span>
        <span className="text-[0.9375rem] text-soft">{what}</span>
        {request.kind !== 'tablet' && (
          <As request={request} page={page} value={placeId} onChange={setPlaceId} />
        )}
        <Button
          variant="primary"
          aria-label={say('waits_yes_name', { name: request.name })}
          disabled={answer.busy || (request.kind === 'family' && !placeId)}
          onClick={() => answer.go('yes')}
        >
          {say('waits_yes')}
        </Button>
        <Button
          aria-label={say('waits_no_name', { name: request.name })}
          disabled={answer.busy}
          onClick={() => answer.go('no')}
        >
          {say('waits_no')}
        </Button>
      </div>
      {answer.words && <Problem words={answer.words} />}
    </Row>
  )
}

type AsProps = {
  readonly request: JoinRequest
  readonly page: RegisterPage
  readonly value: string
  readonly onChange: (value: string) => void
}

/** Which place it is about: any child for a family, a free place or a new one for a newcomer. */
function As({ request, page, value, onChange }: AsProps) {
  const family = request.kind === 'family'
  const places = page.places.filter(place => !place.guest && (family || place.claimedAt === null))
  return (
    <label className="flex items-center gap-2 text-[0.9375rem]">
      {say('waits_as')}
      <select
        value={value}
        onChange={event => onChange(event.target.value)}
        className="rounded-[var(--radius-card)] border border-edge bg-sheet px-2 py-1.5"
      >
        <option value="">{say(family ? 'waits_choose' : 'waits_new_place')}</option>
        {places.map(place => (
          <option key={place.id} value={place.id}>
            {place.name}
          </option>
        ))}
      </select>
    </label>
  )
}
