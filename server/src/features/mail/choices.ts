import type { Viewer } from '@oppen/core/permissions'
import type { World } from '../../world.js'
import { type MailChoices, mailChoices } from './models.js'
import { mailChoicesOf } from './queries.js'

export { addresseeOf } from './queries.js'

/** What somebody has sent to their address. */
export const seeMailChoices = (world: World, { accountId }: Viewer): Promise<MailChoices> =>
  mailChoicesOf(world.db, accountId)

/** Sets what somebody has sent to their address. */
export async function setMailChoices(
  world: World,
  { accountId }: Viewer,
  { digest, letters }: MailChoices,
): Promise<{ done: true }> {
  await world.db.write(async () => {
    const row = { accountId, digest: Number(digest), letters: Number(letters) }
    await world.db.model(mailChoices).upsert(row)
  })
  return { done: true }
}
