import { createReadStream } from 'node:fs'
import { pipeline } from 'node:stream/promises'
import type { Request, Response } from 'express'
import type { Table } from '../../db/index.js'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { tooMuch } from './store.js'
import { receive } from './upload.js'

/**
 * Takes the picture of a face: any photo, cut to a square around what is in it and written anew without what the
 * camera noted. Gives the hash it is stored under. Refuses what files refuse, and `picture_only` for anything else.
 */
export async function receivePicture(world: World, request: Request): Promise<string> {
  const { hash, type, name } = await receive(world.files, request)
  if (!type.startsWith('image/')) throw new Refused('picture_only', { name })
  const square = await world.workers.files.run('square', world.files.pathOf(hash)).catch(error => {
    throw tooMuch(error, name)
  })
  return world.files.keepBytes(square)
}

/** Sends a face to somebody who may see it. */
export async function sendPicture(world: World, hash: string, response: Response): Promise<undefined> {
  response.set({
    'content-type': 'image/webp',
    'content-security-policy': "default-src 'none'; sandbox",
    'x-content-type-options': 'nosniff',
    'cache-control': 'private, no-cache',
  })
  await pipeline(createReadStream(world.files.pathOf(hash)), response)
  return undefined
}

/** Takes the picture off a row; inside a command. */
export async function clearPicture<Row extends { id: string; picture: string | null }>(
  world: World,
  table: Table<Row>,
  id: string,
): Promise<void> {
  await world.db.model(table).update({ picture: null } as Partial<Row>, { where: { id } as never })
}
