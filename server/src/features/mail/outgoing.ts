import type { World } from '../../world.js'
import type { MailMessage } from './mailTransport.js'
import { type OutgoingKind, type OutgoingRow, outgoingMails } from './models.js'
import { dueMails } from './queries.js'
import { sendMail } from './service.js'

export type { OutgoingKind } from './models.js'

/** Puts a message in line for somebody; inside a command. The same twice is one. */
export async function queueMails(
  world: World,
  rows: readonly Pick<OutgoingRow, 'accountId' | 'kind' | 'ref' | 'dueAt'>[],
): Promise<void> {
  if (!rows.length) return
  const model = world.db.model(outgoingMails)
  await model.bulkCreate(
    rows.map(row => ({ ...row, tries: 0, sentAt: null })),
    { ignoreDuplicates: true },
  )
}

type Outgoing = Pick<OutgoingRow, 'accountId' | 'ref'>

/** What a message says by now; null where there is nothing to tell any more. */
export type Compose = (world: World, row: Outgoing) => Promise<MailMessage | null>

/** Sends what stands in line. Gives whether there was anything to send; throws where it is to be tried again. */
export type Deliver = (world: World, row: Outgoing) => Promise<boolean>

/** Sends by mail, to whom it is for alone. */
export const byMail =
  (compose: Compose): Deliver =>
  async (world, row) => {
    const message = await compose(world, row)
    if (message) await sendMail(world, message, { to: row.accountId, own: true })
    return message !== null
  }

/** After so many tries a message is given up. */
const MOST_TRIES = 8
/** A try after another waits twice as long as the one before, beginning with this, in milliseconds. */
const APART = 30_000
/** So many are sent one after the other before it is looked again. */
const AT_ONCE = 50

/**
 * Sends what is due of some kinds, one after the other. A message is marked as sent after it was: where the server is killed in between it goes out again under
 * the same message id, by which programs know that they have it. Gives how many were sent.
 */
export async function sendDue(
  world: World,
  deliver: Readonly<Partial<Record<OutgoingKind, Deliver>>>,
): Promise<number> {
  let count = 0
  const kinds = Object.keys(deliver) as OutgoingKind[]
  for (const row of await dueMails(world.db, kinds, world.clock.now(), AT_ONCE)) {
    const { accountId, kind, ref } = row
    const where = { accountId, kind, ref }
    try {
      const sent = (await deliver[kind]?.(world, row)) ?? false
      const sentAt = world.clock.now()
      await world.db.write(async () => {
        await world.db.model(outgoingMails).update({ sentAt }, { where })
      })
      if (sent) count++
    } catch (error) {
      world.log.warn({ err: error, kind }, 'a message could not be sent')
      const tries = row.tries + 1
      const again = world.clock.now() + APART * 2 ** row.tries
      await world.db.write(async () => {
        const model = world.db.model(outgoingMails)
        // given up is done with as well: it is not put in line again
        const ended = tries < MOST_TRIES ? {} : { sentAt: world.clock.now() }
        await model.update({ tries, dueAt: again, ...ended }, { where })
      })
    }
  }
  return count
}
