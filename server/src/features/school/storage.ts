import type { StoragePage } from '@oppen/contract'
import type { Viewer } from '@oppen/core/permissions'
import { LIVES } from '@oppen/core/retention'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { audit } from '../auditLog/service.js'
import { roomOfClasses, storedBytes } from './queries.js'
import { backupsOf, freeBytes } from './school.js'
import { writeSetting } from './settings.js'

const DAY = 86_400_000
const MIB = 1024 * 1024

/** Backups, room and limits, and how long what is no longer needed is kept. */
export async function seeStorage(world: World): Promise<StoragePage> {
  const { files, database } = await storedBytes(world.db)
  const classes = await roomOfClasses(world.db)
  return {
    backups: backupsOf(world),
    disk: { used: files + database, free: await freeBytes(world), database, files },
    limits: { ...world.limits },
    classes: classes.map(one => ({ ...one, archived: one.archived === 1 })),
    lives: Object.entries(LIVES).map(([kind, life]) => ({ kind, days: life / DAY })),
  }
}

/** Changes how much room files may take, in mebibytes. What is there already stays. */
export async function changeLimits(
  world: World,
  viewer: Viewer,
  form: { readonly pupil: number; readonly class: number; readonly circle: number },
): Promise<StoragePage> {
  const limits = { pupil: form.pupil * MIB, class: form.class * MIB, circle: form.circle * MIB }
  if (limits.pupil > limits.class) throw new Refused('limit_above', undefined, 'pupil')
  await world.db.write(async () => {
    await writeSetting(world, 'limits', limits)
    await audit(world, 'school_settings_changed', { classId: null, by: viewer.accountId })
    world.db.afterCommit(() => void Object.assign(world.limits, limits))
  })
  return seeStorage(world)
}

/** Makes a backup now. Refuses `backup_off` where none are set, and `backup_failed` with the reason. */
export async function backUp(world: World, viewer: Viewer): Promise<StoragePage> {
  if (!world.backups.settings) throw new Refused('backup_off')
  if (!(await world.backups.run()))
    throw new Refused('backup_failed', { text: world.backups.stand().problem ?? '' })
  await world.db.write(() => audit(world, 'backup_made', { classId: null, by: viewer.accountId }))
  return seeStorage(world)
}
