import { FILE_LIMITS } from '@oppen/contract'
import busboy from 'busboy'
import type { Request } from 'express'
import { Refused } from '../../refusal.js'
import type { FileStore, Stored } from './store.js'

export type Upload = Stored & { readonly name: string }

const NAME_LENGTH = 120
/** More of a name is not looked at: putting letters and their marks together takes the longer the more there are. */
const MOST_READ = 500

/** The name of a file without folders and invisible characters, as people may see it. */
export function tidyFileName(name: string): string {
  const tidy = name
    .slice(-MOST_READ)
    .normalize('NFC')
    .replace(/^.*[/\\]/, '')
    .replace(/[\p{Cc}\p{Cf}]/gu, '')
    .trim()
  return [...tidy].slice(-NAME_LENGTH).join('') || 'file'
}

/** Streams the one file of a multipart request into the store. Refuses what the store does, and `file_cut`. */
export function receive(store: FileStore, request: Request, owner = ''): Promise<Upload> {
  return new Promise((resolve, reject) => {
    let taken: Promise<Upload> | undefined
    const cut = () => reject(new Refused('file_cut'))
    // what is refused in the middle is let go by unread, so that its sender hears why
    const refuse = (reason: unknown) => {
      request.unpipe()
      request.resume()
      reject(reason)
    }
    const form = parser(request, reject)
    if (!form) return
    form.on('file', (_, stream, info) => {
      const name = tidyFileName(info.filename ?? '')
      taken = store
        .take(stream, { name, declared: info.mimeType, owner })
        .then(stored => ({ ...stored, name }))
      taken.catch(refuse)
    })
    form.on('close', () => (taken ? taken.then(resolve, reject) : cut()))
    form.on('error', cut)
    request.on('aborted', () => form.destroy(new Error('cut off')))
    request.on('error', cut)
    request.pipe(form)
  })
}

function parser(request: Request, reject: (reason: Refused) => void): busboy.Busboy | undefined {
  try {
    return busboy({
      headers: request.headers,
      defParamCharset: 'utf8',
      limits: { files: 1, fileSize: FILE_LIMITS.size },
    })
  } catch {
    reject(new Refused('body_unreadable'))
    return undefined
  }
}
