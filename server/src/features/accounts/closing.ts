import type { AccountId } from '@oppen/core/ids'
import type { World } from '../../world.js'
import { accounts } from './models.js'
import { NO_SECRET } from './secrets.js'
import { endSessions } from './sessions.js'

/** Closes an account: nobody signs in with it any more, on any device; inside a command. What its person wrote stays. */
export async function closeAccount(world: World, accountId: AccountId): Promise<void> {
  await world.db
    .model(accounts)
    .update(
      { endedAt: world.clock.now(), secretHash: NO_SECRET, secretOnce: 0, ownsSchool: 0, identity: null },
      { where: { id: accountId } },
    )
  await endSessions(world, { accountId })
}

/** Opens a closed account again; inside a command. It needs a new secret. */
export async function reopenAccount(world: World, accountId: AccountId): Promise<void> {
  await world.db.model(accounts).update({ endedAt: null }, { where: { id: accountId } })
}

/** Renames a teacher, and says whether they look after the school; inside a command. */
export async function changeTeacherAccount(
  world: World,
  accountId: AccountId,
  { shownName, ownsSchool }: { readonly shownName: string; readonly ownsSchool: boolean },
): Promise<void> {
  await world.db
    .model(accounts)
    .update({ shownName, ownsSchool: ownsSchool ? 1 : 0 }, { where: { id: accountId } })
}
