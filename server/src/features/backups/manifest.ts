import { createHash } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { readFile } from 'node:fs/promises'
import { z } from 'zod'

/** What a folder of this name holds is a backup, and no data to start on. */
export const MANIFEST = 'backup.json'

/** What a backup says of itself. It is written last: a backup without it was cut off. */
export const manifest = z.object({
  format: z.literal(1),
  /** Which installation it is of: two schools do not share a folder. */
  installation: z.string(),
  /** When the database was copied, in ISO 8601. */
  madeAt: z.iso.datetime(),
  /** The last step of the tables and data: an older Oppen cannot read it. */
  step: z.string(),
  database: z.object({ size: z.number().int(), sha256: z.string() }),
  /** Files that the database names, in the folder `files` beside all backups. */
  files: z.object({ count: z.number().int(), size: z.number().int() }),
  /** Files that the database names and the school did not have any more. */
  missing: z.array(z.string()),
  /** Letters of the simulated outbox. */
  letters: z.number().int(),
})
export type Manifest = z.infer<typeof manifest>

/** What a manifest says; undefined where there is none that can be read. */
export async function readManifest(path: string): Promise<Manifest | undefined> {
  try {
    return manifest.parse(JSON.parse(await readFile(path, 'utf8')))
  } catch {
    return undefined
  }
}

/** What names an installation without telling its secret, the file beside the database. */
export async function installationOf(secret: string): Promise<string> {
  return (await sha256Of(secret)).slice(0, 16)
}

/** The SHA-256 of a file, in hexadecimal. */
export async function sha256Of(path: string): Promise<string> {
  const hash = createHash('sha256')
  for await (const chunk of createReadStream(path)) hash.update(chunk)
  return hash.digest('hex')
}
