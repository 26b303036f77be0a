import type { NodPage } from '@oppen/contract'
import type { ClassId, PlaceId, SpaceId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import type { TalkRules } from '@oppen/core/talk'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { auditTalk } from '../auditLog/service.js'
import { askedBy, tellTalk } from './access.js'
import { nodPlaces, talkRules } from './models.js'
import { nodOf, storedRules } from './queries.js'
import { messageFor, rulesOf } from './shown.js'

/** What holds for all talk of a class or a circle. */
export async function talkRulesOf(world: World, spaceId: SpaceId): Promise<TalkRules> {
  return rulesOf(await storedRules(world.db, spaceId))
}

/** Lets the talk of a class go by the rules of another; inside a command. */
export async function copyTalkRules(world: World, from: SpaceId, to: SpaceId): Promise<void> {
  const found = await world.db.model(talkRules).findByPk(from)
  if (found) await world.db.model(talkRules).upsert({ ...found.get({ plain: true }), spaceId: to })
}

/** Sets what holds for all talk of a class or a circle. */
export async function setTalkRules(
  world: World,
  viewer: Viewer,
  spaceId: SpaceId,
  { pupilsWrite, familiesWrite, nod, pupilLetters, pupilMedia, pupilsEdit, reactions }: TalkRules,
): Promise<{ done: true }> {
  const row = {
    spaceId,
    pupilsWrite: Number(pupilsWrite),
    familiesWrite: Number(familiesWrite),
    nod: Number(nod),
    pupilLetters: Number(pupilLetters),
    pupilMedia: Number(pupilMedia),
    pupilsEdit: Number(pupilsEdit),
    reactions: JSON.stringify([...new Set(reactions)]),
  }
  await world.db.write(async () => {
    await world.db.model(talkRules).upsert(row)
    await auditTalk(world, 'talk_rules_changed', { spaceId, by: viewer.accountId })
    tellTalk(world, spaceId)
  })
  return { done: true }
}

/** What waits for the nod in a class or circle, what was reported, and for which pupils everything waits. */
export async function seeNod(world: World, viewer: Viewer, spaceId: SpaceId): Promise<NodPage> {
  const asked = askedBy(world, viewer, { spaceId })
  const found = await nodOf(world.db, asked)
  if (!found) throw new Refused('not_found')
  const { spaceName, pupils } = found
  const inList = ({ message, ...rest }: (typeof found.waiting)[number]) => {
    const seen = messageFor(message, {
      account: viewer.accountId,
      role: 'teacher',
      kind: rest.kind,
      now: asked.now,
    })
    return seen ? [{ ...rest, message: seen }] : []
  }
  return {
    spaceName,
    pupils,
    waiting: found.waiting.flatMap(inList),
    reported: found.reported.flatMap(inList),
  }
}

/** Sets whether all that a pupil writes in a class waits for the nod. */
export async function setNod(
  world: World,
  viewer: Viewer,
  { classId, placeId }: { readonly classId: ClassId; readonly placeId: PlaceId },
  on: boolean,
): Promise<{ done: true }> {
  await world.db.write(async () => {
    const place = await world.db.row<{ name: string }>(
      'select name from places where id = $placeId and class_id = $classId and left_at is null',
      { classId, placeId },
    )
    if (!place) throw new Refused('not_found')
    const model = world.db.model(nodPlaces)
    if (on) await model.bulkCreate([{ placeId }], { ignoreDuplicates: true })
    else await model.destroy({ where: { placeId } })
    await auditTalk(world, on ? 'nod_set' : 'nod_ended', {
      spaceId: classId,
      by: viewer.accountId,
      name: place.name,
    })
    tellTalk(world, classId)
  })
  return { done: true }
}
