import { readBirthday } from '@oppen/core/about'
import type { Viewer } from '@oppen/core/permissions'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { storeBirthday } from '../accounts/profile.js'
import { notifyAbout } from './notify.js'

type Given = { readonly day: number; readonly month: number } | null

/**
 * Shows a pupil's own birthday in the own classes, or, with null, forgets it. Only a pupil can, and nobody for them.
 * Refuses `birthday_unreadable`.
 */
export async function setBirthday(world: World, viewer: Viewer, given: Given): Promise<{ done: true }> {
  if (viewer.kind !== 'pupil') throw new Refused('not_found')
  const birthday = given && take(readBirthday(given), 'birthday')
  await world.db.write(async () => {
    await storeBirthday(world, viewer.accountId, birthday)
    for (const { classId } of viewer.places) notifyAbout(world, classId)
  })
  return { done: true }
}
