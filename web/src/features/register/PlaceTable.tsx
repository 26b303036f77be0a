import type { RegisterPage, RegisterPlace } from '@oppen/contract'
import type { PlaceId } from '@oppen/core/ids'
import { nameKey } from '@oppen/core/joining'
import { useState } from 'react'
import { useNow } from '../../app/session.js'
import { Row } from '../../parts/Sheet.js'
import { listWords } from '../../words/numbers.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'
import { RegisterFace } from './RegisterFace.js'

type Props = { readonly page: RegisterPage; readonly onOpen: (id: PlaceId) => void }

/** More places than this are searched rather than looked through. */
const MANY = 12

/** Everybody on the register, group by group, one line each. */
export function PlaceTable({ page, onOpen }: Props) {
  const [words, setWords] = useState('')
  const pupils = page.places.filter(place => !place.guest)
  const wanted = nameKey(words)
  const found = pupils.filter(place => nameKey(`${place.name} ${place.userName ?? ''}`).includes(wanted))
  return (
    <>
      {pupils.length > MANY && (
        <Row className="pt-4">
          <div className="flex items-baseline gap-3">
            <input
              type="search"
              value={words}
              onChange={event => setWords(event.target.value)}
              aria-label={say('register_find')}
              placeholder={say('register_find')}
              className="w-64 rounded-[var(--radius-card)] border border-edge bg-sheet px-2.5 py-1 text-[0.9375rem]"
            />
            {wanted && (
              <span className="text-sm text-soft" role="status">
                {say('register_shown', { shown: found.length, all: pupils.length })}
              </span>
            )}
          </div>
        </Row>
      )}
      {page.groups.map(group => (
        <Group
          key={group.id}
          name={group.name}
          families={page.families}
          places={found.filter(place => place.groupId === group.id)}
          onOpen={onOpen}
        />
      ))}
    </>
  )
}

type GroupProps = {
  readonly name: string
  readonly families: boolean
  readonly places: readonly RegisterPlace[]
  readonly onOpen: (id: PlaceId) => void
}

const CELL = 'py-0 pe-3'

function Group({ name, families, places, onOpen }: GroupProps) {
  if (!places.length) return null
  const heads = [
    say('register_name'),
    say('register_account'),
    ...(families ? [say('register_families')] : []),
    say('register_keys_used'),
  ]
  return (
    <Row margin={<span className="font-semibold">{name}</span>} className="pt-3">
      <div className="overflow-x-auto">
        <table className="w-full min-w-[44rem] text-[0.9375rem]">
          <thead>
            <tr className="border-b border-ink text-start text-sm text-soft">
              {heads.map(words => (
                <th key={words} scope="col" className="py-1 pe-3 font-medium">
                  {words}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {places.map(place => (
              <PlaceLine key={place.id} place={place} families={families} onOpen={onOpen} />
            ))}
          </tbody>
        </table>
      </div>
    </Row>
  )
}

type LineProps = Omit<GroupProps, 'name' | 'places'> & { readonly place: RegisterPlace }

function PlaceLine({ place, families, onOpen }: LineProps) {
  const time = useNow()
  return (
    <tr className="h-8 border-b border-rule">
      <th scope="row" className={`${CELL} text-start`}>
        <button
          type="button"
          aria-label={say('register_more', { name: place.name })}
          onClick={() => onOpen(place.id)}
          className="flex items-center gap-2 rounded font-semibold hover:underline hover:underline-offset-2"
        >
          <RegisterFace place={place} size={24} />
          {place.name}
        </button>
      </th>
      <td className={CELL}>
        {place.claimedAt === null ? (
          <span className="text-soft">{say('register_free')}</span>
        ) : (
          <>
            {say('register_claimed', { userName: place.userName ?? '' })}
            <span className="text-sm text-soft">
              {place.seenAt !== null && ` · ${say('register_seen', { at: when(place.seenAt, time) })}`}
              {place.secretOnce && ` · ${say('register_secret_once')}`}
            </span>
          </>
        )}
      </td>
      {families && (
        <td className={`${CELL} ${place.families.length ? '' : 'text-soft'}`}>
          {listWords(place.families.map(family => family.name)) || say('register_no_family')}
        </td>
      )}
      <td className={`${CELL} text-sm text-soft`}>
        {listWords(
          place.keys
            .filter(key => key.usedAt !== null)
            .map(key => `${say(`place_key_${key.kind}`)} ${when(key.usedAt ?? 0, time)}`),
        ) || say('place_key_unused')}
      </td>
    </tr>
  )
}
