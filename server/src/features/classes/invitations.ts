import type { Invited, Me } from '@oppen/contract'
import type { AccountId, ClassId, InvitationId, PlaceId } from '@oppen/core/ids'
import { tidyName } from '@oppen/core/joining'
import type { Viewer } from '@oppen/core/permissions'
import { isLanguage, localeOf, readEmail } from '@oppen/core/register'
import { dayInWords } from '@oppen/core/timing'
import type { Response } from 'express'
import { newId } from '../../ids.js'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { readNewFamily } from '../accounts/newPerson.js'
import { beginSession, makeAccount, personNamed, seeMe } from '../accounts/service.js'
import { hashOf, newToken } from '../accounts/sessions.js'
import { audit } from '../auditLog/service.js'
import { invitationMail } from '../mail/messages.js'
import { sendMail } from '../mail/service.js'
import { type InvitationRow, invitations } from './models.js'
import { addPlace, findPlaceHere } from './places.js'
import {
  colleaguesOf,
  type FoundInvitation,
  headOfClass,
  invitationByToken,
  invitationOf,
  invitationsTo,
  placeOfAccountIn,
  teacherOfClass,
} from './queries.js'
import { addCoTeacher } from './service.js'
import { bringBackOwn, claimPlace, linkFamily, notifyPerson, notifyRegister } from './ties.js'

/** An invitation can be taken for so long, in milliseconds. */
const LIFE = 30 * 86_400_000

/** The teachers of the school, to choose a colleague from. */
export async function seeColleagues(world: World, viewer: Viewer) {
  return { colleagues: await colleaguesOf(world.db, viewer.accountId) }
}

/**
 * Invites a pupil or colleague who has an account: it waits on their Today. Refuses `person_unknown`, and
 * `already_in_class` where they are in it.
 */
export async function invitePerson(
  world: World,
  viewer: Viewer,
  classId: ClassId,
  asked: { readonly kind: 'pupil' | 'coTeacher'; readonly userName: string },
): Promise<{ done: true }> {
  const { kind } = asked
  await world.db.write(async () => {
    const person = await personNamed(world.db, tidyName(asked.userName).toLowerCase())
    const fits = person?.kind === (kind === 'pupil' ? 'pupil' : 'teacher')
    if (!person || !fits)
      throw new Refused('person_unknown', { name: asked.userName.slice(0, 80) }, 'userName')
    const place = await placeOfAccountIn(world.db, classId, person.id)
    const isIn = (await teacherOfClass(world.db, classId, person.id)) ?? (place?.leftHow ? undefined : place)
    if (isIn) throw new Refused('already_in_class', { name: isIn.name }, 'userName')
    const waiting = await invitationsTo(world.db, person.id, world.clock.now())
    if (waiting.some(one => one.classId === classId))
      throw new Refused('already_invited', { name: person.shownName }, 'userName')
    await invite(world, viewer, { classId, kind, accountId: person.id })
    await audit(world, 'invited', { classId, by: viewer.accountId, name: person.shownName })
    notifyPerson(world, person.id)
  })
  return { done: true }
}

export type FamilyInvitation = {
  readonly placeId: PlaceId
  readonly email: string
  /** Where Oppen is to be found, "https://oppen.school.example". */
  readonly origin: string
}

/** Invites a family member by e-mail, in the family's language. */
export async function inviteFamily(
  world: World,
  viewer: Viewer,
  classId: ClassId,
  asked: FamilyInvitation,
): Promise<{ done: true }> {
  const email = take(readEmail(asked.email), 'email')
  const token = newToken(world)
  const { place, head, endsAt } = await world.db.write(async () => {
    const place = await findPlaceHere(world, { classId, placeId: asked.placeId })
    const head = await headOfClass(world.db, classId)
    if (!head) throw new Refused('not_found')
    if (!head.families) throw new Refused('no_families', { className: head.className })
    const endsAt = await invite(world, viewer, {
      classId,
      kind: 'family',
      email,
      placeId: place.id,
      tokenHash: hashOf(token),
    })
    await audit(world, 'invited', { classId, by: viewer.accountId, name: `${email} (${place.name})` })
    return { place, head, endsAt }
  })
  const language = place.familyLanguage && isLanguage(place.familyLanguage) ? place.familyLanguage : 'en'
  await sendMail(
    world,
    invitationMail({
      to: email,
      language,
      childName: place.name,
      className: head.className,
      teacherName: head.teacherName,
      school: world.school.name,
      address: `${asked.origin}/invitation#${token}`,
      until: dayInWords(endsAt, world.school.zone, localeOf(language)),
    }),
    { by: viewer.accountId },
  )
  return { done: true }
}

type NewInvitation = Pick<InvitationRow, 'classId' | 'kind'> & Partial<InvitationRow>

async function invite(world: World, viewer: Viewer, asked: NewInvitation): Promise<number> {
  const madeAt = world.clock.now()
  const endsAt = madeAt + LIFE
  await world.db.model(invitations).create({
    accountId: null,
    email: null,
    placeId: null,
    tokenHash: null,
    ...asked,
    id: newId<InvitationId>(world),
    madeBy: viewer.accountId,
    madeAt,
    endsAt,
    answer: null,
    answeredAt: null,
  })
  notifyRegister(world, asked.classId)
  return endsAt
}

/** Takes an invitation back before it was answered. */
export async function withdraw(
  world: World,
  viewer: Viewer,
  { classId, invitationId }: { classId: ClassId; invitationId: InvitationId },
): Promise<{ done: true }> {
  await world.db.write(async () => {
    const found = await invitationOf(world.db, invitationId)
    if (found?.classId !== classId || found.answer !== null) throw new Refused('not_found')
    await answerIt(world, found, 'withdrawn', viewer.accountId)
    if (found.accountId) notifyPerson(world, found.accountId)
  })
  return { done: true }
}

async function answerIt(
  world: World,
  found: FoundInvitation,
  answer: NonNullable<InvitationRow['answer']>,
  by: AccountId,
): Promise<void> {
  const answeredAt = world.clock.now()
  await world.db.model(invitations).update({ answer, answeredAt }, { where: { id: found.id } })
  await audit(world, `invitation_${answer}`, { classId: found.classId, by, name: found.to })
  notifyRegister(world, found.classId)
}

/** Answers an invitation that waits on the own Today: one press puts a pupil or colleague into the class. */
export async function answerInvitation(
  world: World,
  viewer: Viewer,
  invitationId: InvitationId,
  answer: 'accepted' | 'declined',
): Promise<Me> {
  await world.db.write(async () => {
    const found = await invitationOf(world.db, invitationId)
    if (!found || found.accountId !== viewer.accountId) throw new Refused('not_found')
    if (found.answer !== null || found.endsAt <= world.clock.now()) throw new Refused('invitation_over')
    if (answer === 'accepted') await letIn(world, viewer, found)
    await answerIt(world, found, answer, viewer.accountId)
    notifyPerson(world, viewer.accountId)
  })
  return seeMe(world, viewer.accountId)
}

async function letIn(world: World, { accountId }: Viewer, found: FoundInvitation): Promise<void> {
  const { classId } = found
  if (found.kind === 'coTeacher') return addCoTeacher(world, classId, accountId)
  const own = await placeOfAccountIn(world.db, classId, accountId)
  if (own?.leftHow) return bringBackOwn(world, { classId, placeId: own.id, accountId })
  if (own) return
  const { account } = await seeMe(world, accountId)
  const placeId = await addPlace(world, classId, { name: account.shownName })
  await claimPlace(world, { classId, placeId, accountId })
}

async function openInvitation(world: World, token: string): Promise<FoundInvitation & { placeId: PlaceId }> {
  const found = await invitationByToken(world.db, hashOf(token))
  if (!found?.placeId || found.answer !== null || found.endsAt <= world.clock.now())
    throw new Refused('invitation_over')
  return { ...found, placeId: found.placeId }
}

/** What the holder of a mailed invitation sees: whom it is about, and nothing else of the class. */
export async function showInvitation(world: World, token: string): Promise<Invited> {
  const { childName, className, by } = await openInvitation(world, token)
  return { childName: childName ?? '', className, by }
}

export type Acceptance = {
  readonly token: string
  /** For a new account; a family that is signed in accepts as itself. */
  readonly shownName: string | null
  readonly secret: string | null
}

/** Takes a mailed invitation, with a new account or the family's own. It works once. */
export async function acceptByMail(
  world: World,
  response: Response,
  viewer: Viewer | undefined,
  asked: Acceptance,
): Promise<Me> {
  const { email } = await openInvitation(world, asked.token)
  const own = viewer?.kind === 'family' ? viewer.accountId : undefined
  const fresh = own
    ? undefined
    : await readNewFamily(world, { shownName: asked.shownName ?? '', secret: asked.secret ?? '' })
  const { accountId, session } = await world.db.write(async () => {
    const found = await openInvitation(world, asked.token)
    const free = email && !(await world.db.row('select 1 from accounts where email = $email', { email }))
    const id =
      own ??
      (await makeAccount(world, {
        kind: 'family',
        shownName: '',
        secretHash: '',
        ...fresh,
        email: free ? email : null,
      }))
    await linkFamily(world, { classId: found.classId, placeId: found.placeId, accountId: id })
    await answerIt(world, found, 'accepted', id)
    return {
      accountId: id,
      session: own ? null : await beginSession(world, response, id, { cameBy: 'invitation' }),
    }
  })
  return seeMe(world, accountId, session)
}
