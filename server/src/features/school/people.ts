import { setImmediate } from 'node:timers/promises'
import type { PersonLine, PersonPage } from '@oppen/contract'
import type { AccountId, PlaceId } from '@oppen/core/ids'
import type { AccountKind, Viewer } from '@oppen/core/permissions'
import { wordsOf } from '@oppen/core/search'
import { foldLetters } from '@oppen/core/texts'
import type { Bind, Database } from '../../db/index.js'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { PERSONAL } from './personData.js'
import {
  allNames,
  countsOfPerson,
  filesOfPerson,
  ownedClasses,
  ownerCount,
  peopleRows,
  personRow,
  tiedPeople,
} from './queries.js'

/** Somebody of the school: an account, or a place of a register that nobody has claimed. */
export type Person = {
  readonly personId: string
  readonly kind: AccountKind | 'place'
  readonly name: string
  readonly accountId: AccountId | null
  /** The own places, those that were joined to them too. */
  readonly places: readonly PlaceId[]
  /** What the conditions of `PERSON_DATA` read. */
  readonly bind: Bind
}

const MOST = 50

/**
 * People of the school whose names hold all words, however they are written; the first of them where there are many.
 */
export async function findPeople(world: World, typed: string): Promise<{ people: PersonLine[] }> {
  const words = wordsOf(typed).map(foldLetters).filter(Boolean)
  if (!words.length) return { people: [] }
  const names = await foldedNames(world)
  const found = names.filter(one => words.every(word => one.words.includes(word))).slice(0, MOST)
  return {
    people: await peopleRows(
      world.db,
      found.map(one => one.personId),
    ),
  }
}

type Names = readonly { readonly personId: string; readonly words: string }[]

const NAMED_IN = ['accounts', 'places']
/** So many names are folded before others have their turn. */
const AT_ONCE = 1_000

const kept = new WeakMap<World, { readonly changes: number; readonly names: Names }>()

/** The names of everybody as they are compared, kept until a name may have changed. */
async function foldedNames(world: World): Promise<Names> {
  const changes = world.db.changesOf(NAMED_IN)
  const before = kept.get(world)
  if (before?.changes === changes) return before.names
  const names: { personId: string; words: string }[] = []
  for (const { personId, words } of await allNames(world.db)) {
    names.push({ personId, words: foldLetters(words) })
    if (names.length % AT_ONCE === 0) await setImmediate()
  }
  kept.set(world, { changes, names })
  return names
}

/** A person with everything that tells which rows are theirs. Refuses `not_found`. */
export async function personOf(db: Database, personId: string): Promise<Person> {
  const row = await personRow(db, personId)
  if (!row) throw new Refused('not_found')
  const { kind, name, accountId, places, names, addresses } = row
  return {
    personId,
    kind,
    name,
    accountId,
    places: JSON.parse(places),
    bind: { account: accountId ?? '', places, names, addresses },
  }
}

/** Why somebody cannot be erased now, by code; null where they can. */
export async function staysFor(
  db: Database,
  viewer: Viewer,
  { accountId, kind }: Person,
): Promise<PersonPage['staysFor']> {
  if (accountId === viewer.accountId) return 'self'
  if (kind !== 'teacher' || accountId === null) return null
  if ((await ownedClasses(db, accountId)).length) return 'has_classes'
  const row = await db.row('select 1 as owns from accounts where id = $accountId and owns_school = 1', {
    accountId,
  })
  return row && (await ownerCount(db)) < 2 ? 'last_owner' : null
}

/** What is stored of a person, in numbers. */
export async function seePerson(world: World, viewer: Viewer, personId: string): Promise<PersonPage> {
  const { db } = world
  const person = await personOf(db, personId)
  const row = await personRow(db, personId)
  if (!row) throw new Refused('not_found')
  return {
    personId,
    kind: person.kind,
    name: person.name,
    userName: row.userName,
    classes: JSON.parse(row.classes),
    madeAt: row.madeAt,
    seenAt: row.seenAt,
    tiedTo: await tiedPeople(db, person),
    stored: (await countsOfPerson(db, PERSONAL, person.bind)).filter(one => one.count > 0),
    files: await filesOfPerson(db, person.bind),
    staysFor: await staysFor(db, viewer, person),
  }
}
