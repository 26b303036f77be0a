import type { AccountId, Instant } from '@oppen/core/ids'
import { table } from '../../db/index.js'
import { originOf } from '../../http/origin.js'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { audit } from '../auditLog/service.js'
import { confirmMail } from '../mail/messages.js'
import { sendMail } from '../mail/service.js'
import { accounts } from './models.js'
import { accountById, emailIsTaken } from './queries.js'
import { languageOf } from './service.js'
import { hashOf, newToken } from './sessions.js'

export const emailConfirmations = table<{
  tokenHash: string
  accountId: AccountId
  email: string
  madeAt: Instant
  endsAt: Instant
}>(
  'email_confirmations',
  { tokenHash: 'id', accountId: 'text', email: 'text', madeAt: 'integer', endsAt: 'integer' },
  ['tokenHash'],
)

const HOUR = 3_600_000
/** A letter can be answered for so long, in milliseconds. */
const LIFE = 48 * HOUR
/** So many letters go out in an hour for one account, to whatever addresses. */
const MOST = 5

/**
 * Sets the address of an account; inside a command. A new one counts once its letter was answered, and until then the one
 * before does; null takes it off at once. Refuses `too_many_attempts` where letters were sent without end.
 */
export async function setEmail(world: World, accountId: AccountId, email: string | null): Promise<void> {
  const model = world.db.model(emailConfirmations)
  const account = await accountById(world.db, accountId)
  if (!account) throw new Refused('not_found')
  if (email === null || email === account.email) {
    await model.destroy({ where: { accountId } })
    if (email === null) await world.db.model(accounts).update({ email }, { where: { id: accountId } })
    return
  }
  const now = world.clock.now()
  await refuseMany(world, accountId, now)
  const token = newToken(world)
  await model.create({ tokenHash: hashOf(token), accountId, email, madeAt: now, endsAt: now + LIFE })
  world.db.afterCommit(() => send(world, accountId, account.shownName, email, token))
}

async function refuseMany(world: World, accountId: AccountId, now: Instant): Promise<void> {
  const sent = await world.db.rows<{ madeAt: Instant }>(
    'select made_at as madeAt from email_confirmations where account_id = $accountId and made_at > $since order by made_at',
    { accountId, since: now - HOUR },
  )
  const [first] = sent
  if (first && sent.length >= MOST)
    throw new Refused(
      'too_many_attempts',
      { minutes: Math.ceil((first.madeAt + HOUR - now) / 60_000) },
      'email',
    )
}

/** Sends the letter once the command is on the disk; nobody waits for a mail server. */
function send(world: World, accountId: AccountId, name: string, to: string, token: string): void {
  sendConfirmation(world, accountId, name, to, token).catch(error =>
    world.log.error({ err: error }, 'the message to confirm an address could not be sent'),
  )
}

async function sendConfirmation(
  world: World,
  accountId: AccountId,
  name: string,
  to: string,
  token: string,
): Promise<void> {
  const language = await languageOf(world, accountId)
  const address = `${originOf(world)}/confirm#${token}`
  await sendMail(world, confirmMail({ to, language, name, school: world.school.name, address }), {
    to: accountId,
  })
}

/**
 * Lets an address count, by the token of the letter that went there. Refuses `confirmation_over` where it has run out, was
 * answered or was called off, and `email_taken` where another account has it by now.
 */
export async function confirmEmail(world: World, token: string): Promise<{ email: string }> {
  return world.db.write(async () => {
    const found = await world.db.row<{ accountId: AccountId; email: string }>(
      `select account_id as accountId, email from email_confirmations
       where token_hash = $tokenHash and ends_at > $now`,
      { tokenHash: hashOf(token), now: world.clock.now() },
    )
    if (!found) throw new Refused('confirmation_over')
    const { accountId, email } = found
    if (await emailIsTaken(world.db, email, accountId)) throw new Refused('email_taken', { text: email })
    await world.db.model(accounts).update({ email }, { where: { id: accountId } })
    await world.db.model(emailConfirmations).destroy({ where: { accountId } })
    await audit(world, 'email_confirmed', { classId: null, by: accountId })
    world.db.afterCommit(() => void world.live.tellPerson(accountId, { what: 'me' }))
    return { email }
  })
}
