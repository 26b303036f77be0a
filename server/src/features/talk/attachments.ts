import { kindOfFile, type TalkFile } from '@oppen/contract'
import type { MessageId, SpaceId, TalkFileId } from '@oppen/core/ids'
import { can, type Viewer } from '@oppen/core/permissions'
import { type AttachedKind, MOST_ATTACHED, mayAttach, seenOf, type TalkRole } from '@oppen/core/talk'
import type { Request, Response } from 'express'
import { newId } from '../../ids.js'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { inMib } from '../fileStore/mib.js'
import { sendStored } from '../fileStore/sending.js'
import { receive, type Upload } from '../fileStore/upload.js'
import { type InSpace, isCircle, opened, readerOf } from './access.js'
import { messageFiles } from './models.js'
import { filesOf, fileToSend, rulesOfSpace, talkFilesOf, usedBy } from './queriesOfFiles.js'
import { messageOf } from './queriesOfMessages.js'
import { rulesOf } from './shown.js'

/** So many files lie ready for one person; of more the oldest go. */
const MOST_READY = 12

/** As what somebody writes in a class or a circle. */
const roleIn = (viewer: Viewer, spaceId: SpaceId): TalkRole =>
  can(viewer, 'talk.moderate', { kind: 'space', spaceId })
    ? 'teacher'
    : viewer.kind === 'pupil' || isCircle(viewer, spaceId)
      ? 'pupil'
      : 'family'

const attachedKind = (type: string): AttachedKind => {
  const kind = kindOfFile(type)
  return kind === 'picture' || kind === 'audio' ? kind : 'other'
}

/**
 * Takes a file for a message that is being written. Refuses what `mayAttach` does, and `room_class`
 * or `room_circle` where the files there take all of its room.
 */
export async function addTalkFile(
  world: World,
  viewer: Viewer,
  { spaceId }: InSpace,
  request: Request,
): Promise<TalkFile> {
  const rules = rulesOf(await rulesOfSpace(world.db, spaceId))
  const role = roleIn(viewer, spaceId)
  // who may put none there is told before it comes
  take(mayAttach(role, rules, 'picture'))
  const upload = await receive(world.files, request, viewer.accountId)
  take(mayAttach(role, rules, attachedKind(upload.type)), 'file')
  return saveTalkFile(world, viewer, spaceId, upload)
}

/** Puts a stored file ready for a message of the viewer's. Refuses `room_class` and `room_circle`. */
export async function saveTalkFile(
  world: World,
  viewer: Viewer,
  spaceId: SpaceId,
  upload: Upload,
): Promise<TalkFile> {
  const { accountId } = viewer
  const id = newId<TalkFileId>(world)
  await world.db.write(async () => {
    const { used, ready } = await talkFilesOf(world.db, spaceId, accountId)
    const inCircle = isCircle(viewer, spaceId)
    const most = inCircle ? world.limits.circle : world.limits.class
    if (used + upload.size > most)
      throw new Refused(inCircle ? 'room_circle' : 'room_class', {
        most: inMib(most),
        left: inMib(most - used),
      })
    const model = world.db.model(messageFiles)
    const old = ready.slice(MOST_READY - 1)
    if (old.length) await model.destroy({ where: { id: old } })
    const at = world.clock.now()
    await model.create({ ...upload, id, spaceId, byAccount: accountId, messageId: null, position: 0, at })
  })
  const { name, type, size } = upload
  return { id, name, type, size }
}

/** How much the files of the talk of a class take, of a circle all of its files, in bytes. */
export const spaceUsed = (world: World, spaceId: SpaceId): Promise<number> => usedBy(world.db, spaceId)

type Attaching = {
  readonly spaceId: SpaceId
  readonly messageId: MessageId
  readonly files: readonly TalkFileId[]
}

/**
 * Puts files with a message that the viewer may change, in this order, and no others; inside a command. Refuses `attachments_many`, and
 * `attachment_gone` where one of them neither stands there nor
 * lies ready for the viewer.
 */
export async function attach(
  world: World,
  { accountId }: Viewer,
  { spaceId, messageId, files }: Attaching,
): Promise<void> {
  const ids = [...new Set(files)]
  if (ids.length > MOST_ATTACHED) throw new Refused('attachments_many', { most: MOST_ATTACHED }, 'files')
  const found = await filesOf(world.db, { spaceId, messageId, accountId, ids })
  if (ids.some(id => !found.includes(id))) throw new Refused('attachment_gone', undefined, 'files')
  const model = world.db.model(messageFiles)
  for (const [position, id] of ids.entries()) await model.update({ messageId, position }, { where: { id } })
  const gone = found.filter(id => !ids.includes(id))
  if (gone.length) await model.destroy({ where: { id: gone, messageId } })
}

/** Sends a file of a message to whoever reads that; one that is not in a message yet to whom it is of alone. */
export async function sendTalkFile(
  world: World,
  viewer: Viewer,
  { spaceId, talkFileId }: InSpace & { readonly talkFileId: TalkFileId },
  response: Response,
): Promise<undefined> {
  const file = await fileToSend(world.db, spaceId, talkFileId)
  if (!file) throw new Refused('not_found')
  const { conversationId, messageId, byAccount } = file
  if (!messageId || !conversationId) {
    if (byAccount !== viewer.accountId) throw new Refused('not_found')
    return sendStored(world, file, response)
  }
  const conversation = await opened(world, viewer, { spaceId, conversationId })
  // a notice itself is for all to whom it is addressed
  if ((messageId as string) === conversationId) return sendStored(world, file, response)
  const row = await messageOf(world.db, conversationId, messageId)
  if (!row) throw new Refused('not_found')
  const { byAccount: by, side, state, writtenAt, removedAt } = row
  const head = { by, side, state, writtenAt, removed: removedAt !== null }
  if (seenOf(head, readerOf(viewer, conversation)) !== 'words') throw new Refused('not_found')
  return sendStored(world, file, response)
}
