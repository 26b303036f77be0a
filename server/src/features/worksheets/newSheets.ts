import type { World } from '../../world.js'
import { tooMuch } from '../fileStore/store.js'
import type { Upload } from '../fileStore/upload.js'
import type { PageOfFile } from './intake.js'

/** A page to be, with where its file is stored. */
export type NewSheet = PageOfFile & { readonly hash: string }

/**
 * Makes pages of a stored file: of a PDF each of its pages, of a picture one. Refuses `pdf_broken`, `pdf_locked`,
 * `pdf_pages`, `file_too_much`, and `file_type` for anything else.
 */
export async function pagesOf(world: World, upload: Upload, owner: string): Promise<NewSheet[]> {
  const { type, name } = upload
  const path = world.files.pathOf(upload.hash)
  const made = await world.workers.documents.run('pages', { path, type, name }, owner).catch(error => {
    throw tooMuch(error, name)
  })
  const hash = made.file ? await world.files.keepBytes(made.file) : upload.hash
  return made.pages.map(page => ({ ...page, hash }))
}
