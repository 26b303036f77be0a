import { type FileKind, kindOfFile } from '@oppen/contract'
import type { Response } from 'express'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'

type StoredFile = {
  readonly hash: string
  readonly name: string
  readonly type: string
  readonly size: number
}

/** Kinds that a page of ours shows in place; the rest is saved. */
const SHOWN: readonly (FileKind | undefined)[] = ['picture', 'audio', 'video', 'text', 'table', 'pdf']

/** Sends a stored file, or the part of it that is asked for, so that no browser takes it for a page of ours. */
export async function sendStored(world: World, file: StoredFile, response: Response): Promise<undefined> {
  if (!(await world.files.has(file.hash))) throw missing(world, file)
  const shown = SHOWN.includes(kindOfFile(file.type)) ? 'inline' : 'attachment'
  response.set({
    'content-type': file.type.startsWith('text/') ? `${file.type}; charset=utf-8` : file.type,
    'content-disposition': `${shown}; filename*=UTF-8''${encodeURIComponent(file.name)}`,
    'content-security-policy': "default-src 'none'; sandbox",
    'x-content-type-options': 'nosniff',
    'cache-control': 'private, no-cache',
  })
  await new Promise<void>((resolve, reject) => {
    const sent = (error?: Error) => (error && !response.headersSent ? reject(error) : resolve())
    response.sendFile(world.files.pathOf(file.hash), { cacheControl: false, dotfiles: 'allow' }, sent)
  })
  return undefined
}

/** What is in the database and not in the folder, as after a backup that was put together by hand. */
export function missing(
  world: World,
  { name, hash }: { readonly name: string; readonly hash: string },
): Refused {
  world.log.error({ hash }, 'a stored file is missing')
  return new Refused('file_missing', { name })
}
