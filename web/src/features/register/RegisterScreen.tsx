import type { RegisterPage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import type { PlaceId } from '@oppen/core/ids'
import { showCode } from '@oppen/core/joining'
import { when } from '@oppen/core/timing'
import { useMutation, useQueryClient, useSuspenseQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { call } from '../../app/api.js'
import { reads } from '../../app/queries.js'
import { useIds, useNow } from '../../app/session.js'
import { Button, buttonLook } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Head, Row, Sheet } from '../../parts/Sheet.js'
import { tell } from '../../parts/tell.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { AddNames } from './AddNames.js'

type Place = RegisterPage['places'][number]

/** The class list: places free and claimed, families and their keys. */
export function Screen() {
  const { classId } = useIds()
  const { data } = useSuspenseQuery(reads.register(classId))
  const [adding, setAdding] = useState(false)
  const claimed = data.places.filter(place => place.claimedAt !== null).length
  return (
    <Sheet title={`${say('register_title')}, ${data.className}`}>
      <Head
        title={say('register_title')}
        sub={`${data.className} · ${data.teachers.map(one => one.name).join(', ')} · ${say('register_count', { claimed, count: data.places.length })}`}
        aside={
          <>
            <Button onClick={() => setAdding(true)}>{say('register_add')}</Button>
            <Link to={`/c/${classId}/door`} className={buttonLook('first')}>
              {say('register_door')}
            </Link>
          </>
        }
      />
      {(adding || !data.places.length) && <AddNames page={data} onDone={() => setAdding(false)} />}
      {data.groups.map(group => (
        <Group
          key={group.id}
          name={group.name}
          places={data.places.filter(place => place.groupId === group.id)}
        />
      ))}
    </Sheet>
  )
}

function Group({ name, places }: { readonly name: string; readonly places: readonly Place[] }) {
  if (!places.length) return null
  return (
    <Row margin={<span className="font-semibold">{name}</span>} className="pt-3">
      <div className="overflow-x-auto">
        <table className="w-full min-w-[44rem] text-[15px]">
          <thead>
            <tr className="border-b border-ink text-left text-sm text-soft">
              <th scope="col" className="py-1 pr-3 font-medium">
                {say('register_name')}
              </th>
              <th scope="col" className="py-1 pr-3 font-medium">
                {say('register_account')}
              </th>
              <th scope="col" className="py-1 pr-3 font-medium">
                {say('register_families')}
              </th>
              <th scope="col" className="py-1 pr-3 font-medium">
                {say('register_key')}
              </th>
              <th scope="col" className="sr-only">
                {say('register_freePlace', { name: '' })}
              </th>
            </tr>
          </thead>
          <tbody>
            {places.map(place => (
              <PlaceLine key={place.id} place={place} />
            ))}
          </tbody>
        </table>
      </div>
    </Row>
  )
}

function PlaceLine({ place }: { readonly place: Place }) {
  const time = useNow()
  return (
    <tr className="h-8 border-b border-rule">
      <th scope="row" className="pr-3 text-left font-semibold">
        {place.name}
      </th>
      <td className="pr-3">
        {place.claimedAt === null ? (
          <span className="text-soft">{say('register_free')}</span>
        ) : (
          <>
            {say('register_claimed', { userName: place.userName ?? '' })}
            {place.seenAt !== null && (
              <span className="text-sm text-soft">
                {' '}
                · {say('register_seen', { at: when(place.seenAt, time) })}
              </span>
            )}
          </>
        )}
      </td>
      <td className={`pr-3 ${place.families.length ? '' : 'text-soft'}`}>
        {place.families.map(family => family.name).join(', ') || say('register_no_family')}
      </td>
      <td className="pr-3 tabular-nums whitespace-nowrap">{showCode(place.familyKey)}</td>
      <td className="text-right">
        {place.claimedAt !== null && <FreePlace id={place.id} name={place.name} />}
      </td>
    </tr>
  )
}

function FreePlace({ id, name }: { readonly id: PlaceId; readonly name: string }) {
  const { classId } = useIds()
  const time = useNow()
  const client = useQueryClient()
  const free = useMutation({
    mutationFn: () => call(routes.freePlace, { classId, placeId: id }),
    onSuccess: page => {
      client.setQueryData(reads.register(classId).queryKey, page)
      tell(say('register_freed', { name }))
    },
  })
  return (
    <>
      {free.error && <Problem words={problemWords(free.error, time)} />}
      <Button
        look="quiet"
        className="!min-h-0 !py-0 text-sm"
        aria-label={say('register_freePlace', { name })}
        onClick={() => free.mutate()}
      >
        {say('register_free_short')}
      </Button>
    </>
  )
}
