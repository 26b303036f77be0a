import type { RegisterPage } from '@oppen/contract'
import { addressOf, routes } from '@oppen/contract'
import type { ClassId, PlaceId } from '@oppen/core/ids'
import { useQuery, useSuspenseQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { useIds } from '../../app/session.js'
import { Button, buttonClasses } from '../../parts/Button.js'
import { Head, Row, Sheet } from '../../parts/Sheet.js'
import { listWords } from '../../words/numbers.js'
import { say } from '../../words/say.js'
import { AddNames } from './AddNames.js'
import { Away } from './Away.js'
import { Guests } from './Guests.js'
import { Invitations } from './Invitations.js'
import { InvitePupil } from './InvitePupil.js'
import { JoinRequests } from './JoinRequests.js'
import { PlaceTable } from './PlaceTable.js'
import { PlaceWindow } from './PlaceWindow.js'

export const prepare = ({ client, params }: Prepared) => client.prefetchQuery(reads.register(params.classId))

/** The class list: places free and claimed, families and keys, who asks to come in and who has gone. */
export function Screen() {
  const { classId } = useIds()
  const { data } = useSuspenseQuery(reads.register(classId))
  const [adding, setAdding] = useState(false)
  const [inviting, setInviting] = useState(false)
  const [search, setSearch] = useSearchParams()
  // the address says whose window is open, so that whoever was found elsewhere can be led to it
  const open = search.get('place')
  const setOpen = (placeId: PlaceId) => setSearch({ place: placeId }, { replace: true })
  const shown = [...data.places, ...data.away].find(place => place.id === open)
  return (
    <Sheet title={`${say('register_title')}, ${data.className}`}>
      <RegisterHead page={data} onAdd={() => setAdding(true)} onInvite={() => setInviting(true)} />
      {(adding || !data.places.length) && <AddNames page={data} onDone={() => setAdding(false)} />}
      <JoinRequests page={data} />
      <Guests page={data} />
      <PlaceTable page={data} onOpen={setOpen} />
      <Invitations invitations={data.invitations} />
      <Away page={data} />
      {shown && <PlaceWindow place={shown} page={data} onClose={() => setSearch({}, { replace: true })} />}
      {inviting && <InvitePupil onClose={() => setInviting(false)} />}
    </Sheet>
  )
}

type HeadProps = {
  readonly page: RegisterPage
  readonly onAdd: () => void
  readonly onInvite: () => void
}

function RegisterHead({ page, onAdd, onInvite }: HeadProps) {
  const { classId } = page
  const pupils = page.places.filter(place => !place.guest)
  const claimed = pupils.filter(place => place.claimedAt !== null).length
  const count = say('register_count', { claimed, count: pupils.length })
  return (
    <>
      <Head
        title={say('register_title')}
        sub={`${page.className} · ${listWords(page.teachers.map(one => one.name))} · ${count}`}
        aside={
          <>
            <Button onClick={onAdd}>{say('register_add')}</Button>
            <Button onClick={onInvite}>{say('register_invite')}</Button>
            <Link to={`/c/${classId}/door`} className={buttonClasses('primary')}>
              {say('register_door')}
            </Link>
          </>
        }
      />
      {page.places.length > 0 && <Lists classId={classId} families={page.families} />}
    </>
  )
}

/** What can be printed and taken along. */
function Lists({ classId, families }: { readonly classId: ClassId; readonly families: boolean }) {
  const outbox = useQuery(reads.outbox())
  const cards = (keyKind: string) => addressOf(routes.seeCards, { classId, keyKind })
  const lists: readonly (readonly [string, string])[] = [
    [cards('home'), say('register_cards_home')],
    ...(families ? [[cards('family'), say('register_cards_family')] as const] : []),
    [addressOf(routes.seeKeyList, { classId }), say('register_keys_csv')],
    [addressOf(routes.takeRegister, { classId }), say('register_list')],
  ]
  return (
    <Row className="pb-2">
      <ul className="flex flex-wrap gap-x-5 gap-y-1 text-[0.9375rem]">
        {lists.map(([to, words]) => (
          <li key={to}>
            <a href={to} download className="text-blue underline underline-offset-2">
              {words}
            </a>
          </li>
        ))}
        <li>
          <Link to={`/c/${classId}/audit-log`} className="text-blue underline underline-offset-2">
            {say('register_audit')}
          </Link>
        </li>
        {outbox.data && (
          <li>
            <Link to="/outbox" className="text-blue underline underline-offset-2">
              {say('register_outbox')}
            </Link>
          </li>
        )}
      </ul>
    </Row>
  )
}
