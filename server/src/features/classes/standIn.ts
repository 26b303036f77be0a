import type { ClassId, GroupId, PlaceId } from '@oppen/core/ids'
import { newId } from '../../ids.js'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { NO_SECRET } from '../accounts/secrets.js'
import { makeAccount } from '../accounts/service.js'
import { places, standIns } from './models.js'
import { groupsOfClass, standInOf } from './queries.js'

/**
 * The stand-in pupil of a class, in a group of it, made where there is none: with it a teacher does and hands in what pupils do. It is not in
 * the class, as one who has left is not, so that no list, count or average has it.
 */
export async function standIn(
  world: World,
  classId: ClassId,
  { groupId, name }: { readonly groupId: GroupId | null; readonly name: string },
): Promise<{ placeId: PlaceId }> {
  return world.db.write(async () => {
    const groups = await groupsOfClass(world.db, classId)
    const group = groups.find(one => one.id === groupId) ?? groups[0]
    if (!group) throw new Refused('not_found')
    const known = await standInOf(world.db, classId)
    if (known) {
      await world.db.model(places).update({ groupId: group.id }, { where: { id: known.placeId } })
      return { placeId: known.placeId }
    }
    const now = world.clock.now()
    const shownName = name.trim().slice(0, 60) || 'Stand-in'
    const accountId = await makeAccount(world, { kind: 'pupil', shownName, secretHash: NO_SECRET })
    const placeId = newId<PlaceId>(world)
    await world.db.model(places).create({
      ...{ id: placeId, classId, groupId: group.id, name: shownName, accountId: null, claimedAt: null },
      ...{ guest: 0, email: null, number: null, familyLanguage: null, picture: null },
      ...{ leftAt: now, leftHow: null, madeAt: now },
    })
    await world.db.model(standIns).create({ classId, placeId, accountId })
    return { placeId }
  })
}
