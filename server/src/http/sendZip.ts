import type { Response } from 'express'
import { ZipFile } from 'yazl'

/**
 * Sends a zip while it is packed. `pack` is told by `going` whether whoever asked is still there, and says false where it left off
 * because nobody is.
 */
export async function sendZip(
  response: Response,
  name: string,
  pack: (zip: ZipFile, going: () => boolean) => Promise<boolean>,
): Promise<undefined> {
  const zip = new ZipFile()
  response.set({
    'content-type': 'application/zip',
    'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
  })
  const sent = new Promise<void>((resolve, reject) => {
    response.once('close', resolve)
    zip.once('error', reject)
    zip.outputStream.once('error', reject)
  })
  // it may fail while the pages are still being set; that is heard of below
  sent.catch(() => undefined)
  zip.outputStream.pipe(response)
  if (!(await pack(zip, () => !response.destroyed))) return undefined
  zip.end()
  await sent
  return undefined
}
