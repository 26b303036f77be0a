import { rm } from 'node:fs/promises'
import { basename, join } from 'node:path'
import type { AccountId, ClassId } from '@oppen/core/ids'
import { tidyName } from '@oppen/core/joining'
import type { Viewer } from '@oppen/core/permissions'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { NO_SECRET } from '../accounts/secrets.js'
import { endSessions } from '../accounts/service.js'
import { audit } from '../auditLog/service.js'
import { notifyPerson, notifyRegister } from '../classes/ties.js'
import { namedHashes, STORED_IN } from '../retention/storedIn.js'
import { refreshTexts } from '../search/refresh.js'
import { type Person, personOf, staysFor } from './people.js'
import { PERSONAL, type Rows, THEIR_CLASSES } from './personData.js'
import { isTheirs, rowsOfPerson, tiedPeople } from './queries.js'

/**
 * Erases a person for good: their rows, the files that nobody else has, what can be searched and the pages of the
 * database where it stood. What stays, and why, says `PERSON_DATA`. The name is typed once more; refuses `name_not_same`,
 * and whom the school cannot do without.
 */
export async function erasePerson(
  world: World,
  viewer: Viewer,
  personId: string,
  typed: string,
): Promise<{ done: true }> {
  const { hashes, letters, uploads } = await world.db.write(() => erase(world, viewer, personId, typed))
  await refreshTexts(world)
  await eraseBytes(world, hashes, letters, uploads)
  // the log beside the file still has pages as they were
  await world.db.flush()
  return { done: true }
}

async function erase(world: World, viewer: Viewer, personId: string, typed: string) {
  const { db } = world
  const person = await personOf(db, personId)
  if (tidyName(typed) !== tidyName(person.name))
    throw new Refused('name_not_same', { name: person.name }, 'name')
  const why = await staysFor(db, viewer, person)
  if (why === 'self') throw new Refused('not_oneself')
  if (why === 'last_owner') throw new Refused('last_owner')
  if (why === 'has_classes') throw new Refused('teacher_has_classes', { names: person.name })
  const bytes = await bytesOf(world, person)
  const classes = await db.rows<{ classId: ClassId }>(
    `select distinct class_id as classId from ${THEIR_CLASSES}`,
    person.bind,
  )
  const tied = await tiedPeople(db, person)
  if (person.accountId) {
    await endSessions(world, { accountId: person.accountId })
    await leaveCircles(world, person.accountId)
    notifyPerson(world, person.accountId)
  }
  await removeRows(world, person)
  await audit(world, 'person_erased', { classId: null, by: viewer.accountId, name: '…' })
  for (const { classId } of classes) notifyRegister(world, classId)
  for (const one of tied) notifyPerson(world, one.personId as AccountId)
  return bytes
}

/** What lies beside the database: stored files, letters of the outbox, uploads on their way. */
async function bytesOf(world: World, { bind, kind }: Person) {
  const rowsOf = async (table: string) => {
    const one = PERSONAL.find(rows => rows.table === table)
    if (!one) return []
    const theirs = goneWith(one, kind === 'teacher')
    return theirs ? rowsOfPerson(world.db, theirs, bind) : []
  }
  const named = await Promise.all(
    STORED_IN.filter(([table]) => PERSONAL.some(one => one.table === table)).map(async ([table, column]) =>
      (await rowsOf(table)).map(row => row[column]),
    ),
  )
  return {
    hashes: named.flat().filter(hash => typeof hash === 'string'),
    letters: (await rowsOf('mails')).map(row => String(row.file)),
    uploads: (await rowsOf('uploads')).map(row => String(row.id)),
  }
}

/** A circle whose only administrator goes is looked after by whoever is in it longest; one without anybody goes as well. */
async function leaveCircles(world: World, accountId: string): Promise<void> {
  await world.db.run(
    `update circle_members as n set role = 'administrator' where account_id = (
       select o.account_id from circle_members o where o.circle_id = n.circle_id and o.account_id <> $accountId
         order by o.role = 'administrator' desc, o.at, o.account_id limit 1)
       and exists (select 1 from circle_members m
         where m.circle_id = n.circle_id and m.account_id = $accountId and m.role = 'administrator')`,
    { accountId },
  )
  await world.db.run(
    `delete from circles where id in (select circle_id from circle_members where account_id = $accountId)
       and not exists (select 1 from circle_members o where o.circle_id = circles.id and o.account_id <> $accountId)`,
    { accountId },
  )
}

/** Which rows of a table go with their person: of a teacher only those about them. Undefined where none do. */
function goneWith(one: Rows, teaches: boolean): Rows | undefined {
  if (!teaches) return one
  const { wrote: _, ...rest } = one
  return rest.own ? rest : undefined
}

/** Sets a teacher's account to nobody: what they wrote for their classes stays, under no name. */
const NAMELESS = `update accounts set user_name = 'erased.' || id, shown_name = '…', secret_hash = '${NO_SECRET}',
  secret_kind = 'unset', secret_once = 0, email = null, picture = null, identity = null, birthday = null,
  owns_school = 0, ended_at = $now where id = $account`

async function removeRows(world: World, person: Person): Promise<void> {
  const { db } = world
  const teaches = person.kind === 'teacher'
  // rows that name each other go one after the other; at the end none is left
  await db.run('PRAGMA defer_foreign_keys = ON', {})
  await db.run("insert into settings (name, value) values ('erasing', '1')")
  await leaveLists(world, person)
  for (const one of PERSONAL) {
    if (one.kept) await db.run(`update ${one.table} set ${one.kept.set} where ${isTheirs(one)}`, person.bind)
    else if (teaches && one.table === 'accounts')
      await db.run(NAMELESS, { account: person.accountId, now: world.clock.now() })
    else {
      const theirs = goneWith(one, teaches)
      if (theirs) await db.run(`delete from ${one.table} where ${isTheirs(theirs)}`, person.bind)
    }
  }
  await db.run("delete from settings where name = 'erasing'")
}

/** Lines of the audit log that name several people at once: of those the person is taken out, the others stay. */
async function leaveLists(world: World, { bind }: Person): Promise<void> {
  const names = new Set(JSON.parse(String(bind.names)) as string[])
  const lines = await world.db.rows<{ id: number; name: string }>(
    `select id, params ->> 'name' as name from audit_log
     where kind in ('names_added', 'places_merged', 'places_unmerged') and class_id in ${THEIR_CLASSES}`,
    bind,
  )
  for (const { id, name } of lines) {
    // between them stand commas and arrows
    const parts = name.split(/(, | → )/)
    if (!parts.some(part => names.has(part))) continue
    const params = JSON.stringify({ name: parts.map(part => (names.has(part) ? '…' : part)).join('') })
    await world.db.run('update audit_log set params = $params where id = $id', { id, params })
  }
}

async function eraseBytes(
  world: World,
  hashes: readonly string[],
  letters: readonly string[],
  uploads: readonly string[],
): Promise<void> {
  const named = await namedHashes(world.db, hashes)
  for (const hash of hashes) if (!named.has(hash)) await world.files.erase(hash)
  for (const file of letters) await rm(join(world.outbox.outbox ?? '', basename(file)), { force: true })
  for (const id of uploads) await world.uploads.drop(id)
}
