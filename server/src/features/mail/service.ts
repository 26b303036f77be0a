import { createReadStream } from 'node:fs'
import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { pipeline } from 'node:stream/promises'
import type { OutboxPage } from '@oppen/contract'
import type { AccountId, MailId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import type { Response } from 'express'
import PostalMime from 'postal-mime'
import { newId } from '../../ids.js'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import type { MailMessage } from './mailTransport.js'
import { mails } from './models.js'
import { mailById, mailsNewest } from './queries.js'

/** Who had a message sent, and whose account it is about. */
export type Sent =
  | { readonly by: AccountId }
  | { readonly to: AccountId /** For its reader alone. */; readonly own?: boolean }

/** Sends a message, and keeps where it lies if it lies in the outbox. Not to be called inside a command: it is slow. */
export async function sendMail(world: World, message: MailMessage, sent: Sent): Promise<void> {
  const file = await world.mailTransport.send(message)
  if (file === null) return
  const { to: recipient, subject } = message
  const at = world.clock.now()
  await world.db.write(async () => {
    await world.db.model(mails).create({
      id: newId<MailId>(world),
      at,
      recipient,
      subject,
      file,
      byAccount: 'by' in sent ? sent.by : null,
      toAccount: 'to' in sent ? sent.to : null,
      own: 'to' in sent && sent.own ? 1 : 0,
    })
  })
}

/**
 * What lies in the outbox of the stand-in for a teacher: what they had sent or was sent to them, and what went to families of the
 * own classes, but for what is for a reader alone.
 * Nothing is to be found where mail really goes out.
 */
export async function seeOutbox(world: World, viewer: Viewer): Promise<OutboxPage> {
  if (!world.mailTransport.outbox) throw new Refused('not_found')
  const all = await mailsNewest(world.db, viewer.accountId)
  return { mails: all.map(({ file: _, ...mail }) => mail) }
}

/** One message of the outbox, as the text in it. */
export async function seeMail(world: World, viewer: Viewer, mailId: MailId) {
  const { path, mail } = await findMail(world, viewer, mailId)
  const { text } = await PostalMime.parse(await readFile(path))
  return { ...mail, text: text ?? '' }
}

/** One message of the outbox, as its file. */
export async function sendMailFile(
  world: World,
  viewer: Viewer,
  mailId: MailId,
  response: Response,
): Promise<undefined> {
  const { path } = await findMail(world, viewer, mailId)
  response.set({
    'content-type': 'message/rfc822',
    'content-disposition': `attachment; filename="${mailId}.eml"`,
  })
  await pipeline(createReadStream(path), response)
  return undefined
}

async function findMail(world: World, viewer: Viewer, mailId: MailId) {
  const found = world.mailTransport.outbox ? await mailById(world.db, viewer.accountId, mailId) : undefined
  if (!found || !world.mailTransport.outbox) throw new Refused('not_found')
  const { file, ...mail } = found
  return { path: join(world.mailTransport.outbox, file), mail }
}
