import type { AccountId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { type WrittenJson, written } from '../../http/serve.js'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { changeTeacherAccount, closeAccount, reopenAccount } from '../accounts/closing.js'
import { setEmail } from '../accounts/email.js'
import { sayable } from '../accounts/profile.js'
import { changeSecret, hashSecret, makeAccount, seeMe } from '../accounts/service.js'
import { audit } from '../auditLog/service.js'
import { endFeedOf } from '../calendar/feed.js'
import { giveClass, leaveTeams } from '../classes/service.js'
import { notifyPerson } from '../classes/ties.js'
import { readNewTeacher } from './forms.js'
import { ownedClasses, ownerCount, teacherById, teachersJson } from './queries.js'

export const seeTeachers = async (world: World): Promise<WrittenJson> => written(await teachersJson(world.db))

export type TeacherForm = { readonly shownName: string; readonly email: string | null }
type OneTime = { readonly userName: string; readonly secret: string }

/** Makes the account of a teacher, with a password for the first sign-in. */
export async function addTeacher(world: World, viewer: Viewer, form: TeacherForm): Promise<OneTime> {
  const person = readNewTeacher(form)
  const secret = sayable()
  const secretHash = await hashSecret(world, secret)
  const id = await world.db.write(async () => {
    const { shownName, email } = person
    const accountId = await makeAccount(world, { kind: 'teacher', shownName, secretHash, secretOnce: true })
    await setEmail(world, accountId, email)
    await audit(world, 'teacher_added', { classId: null, by: viewer.accountId, name: person.shownName })
    return accountId
  })
  return { userName: (await seeMe(world, id)).account.userName, secret }
}

/** The teacher of an account that is open; refuses `not_found` for any other. */
async function openTeacher(world: World, accountId: AccountId) {
  const teacher = await teacherById(world.db, accountId)
  if (!teacher || teacher.endedAt !== null) throw new Refused('not_found')
  return teacher
}

async function refuseLastOwner(world: World): Promise<void> {
  if ((await ownerCount(world.db)) < 2) throw new Refused('last_owner')
}

/** Changes a teacher's name, address, and whether they look after the school. The last who does cannot stop. */
export async function changeTeacher(
  world: World,
  viewer: Viewer,
  accountId: AccountId,
  form: TeacherForm & { readonly ownsSchool: boolean },
): Promise<WrittenJson> {
  const person = readNewTeacher(form)
  await world.db.write(async () => {
    const teacher = await openTeacher(world, accountId)
    const owned = teacher.ownsSchool === 1
    if (owned && !form.ownsSchool) await refuseLastOwner(world)
    await changeTeacherAccount(world, accountId, {
      shownName: person.shownName,
      ownsSchool: form.ownsSchool,
    })
    await setEmail(world, accountId, person.email)
    const kind =
      owned === form.ownsSchool ? 'teacher_changed' : form.ownsSchool ? 'owner_made' : 'owner_ended'
    await audit(world, kind, { classId: null, by: viewer.accountId, name: person.shownName })
    notifyPerson(world, accountId)
  })
  return seeTeachers(world)
}

/** Gives a teacher a password for one sign-in; a closed account opens again by it. Every device is signed out. */
export async function giveTeacherSecret(
  world: World,
  viewer: Viewer,
  accountId: AccountId,
): Promise<OneTime> {
  const secret = sayable()
  const hash = await hashSecret(world, secret)
  return world.db.write(async () => {
    const teacher = await teacherById(world.db, accountId)
    if (!teacher) throw new Refused('not_found')
    if (accountId === viewer.accountId) throw new Refused('not_oneself')
    await changeSecret(world, accountId, { hash, kind: 'password', once: true }, null)
    await reopenAccount(world, accountId)
    const kind = teacher.endedAt === null ? 'teacher_secret_given' : 'teacher_reopened'
    await audit(world, kind, { classId: null, by: viewer.accountId, name: teacher.shownName })
    return { userName: teacher.userName, secret }
  })
}

/**
 * Closes the account of a teacher: nobody signs in with it any more, and what they wrote stays under their name. Their
 * classes go to somebody else; refuses `teacher_has_classes` where nobody is named.
 */
export async function endTeacher(
  world: World,
  viewer: Viewer,
  accountId: AccountId,
  handTo: AccountId | null,
): Promise<WrittenJson> {
  await world.db.write(async () => {
    const teacher = await openTeacher(world, accountId)
    if (accountId === viewer.accountId) throw new Refused('not_oneself')
    if (teacher.ownsSchool) await refuseLastOwner(world)
    await handClasses(world, viewer, accountId, handTo)
    await leaveTeams(world, accountId)
    await endFeedOf(world, accountId)
    await closeAccount(world, accountId)
    await audit(world, 'teacher_ended', { classId: null, by: viewer.accountId, name: teacher.shownName })
  })
  return seeTeachers(world)
}

/** Hands the classes that a teacher owns to another; inside a command. */
export async function handClasses(
  world: World,
  viewer: Viewer,
  from: AccountId,
  to: AccountId | null,
): Promise<void> {
  const owned = await ownedClasses(world.db, from)
  if (!owned.length) return
  if (to === null || to === from)
    throw new Refused('teacher_has_classes', { names: owned.map(one => one.name).join(', ') }, 'handTo')
  const heir = await openTeacher(world, to)
  for (const { classId } of owned) {
    await giveClass(world, { classId, from, to })
    await audit(world, 'handed_over', { classId, by: viewer.accountId, name: heir.shownName })
  }
}
