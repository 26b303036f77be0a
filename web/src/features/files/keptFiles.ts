import { KEPT_FILES } from '../../app/device.js'

export type KeptFile = {
  /** Under which it is kept: whose it is, for which piece, and a name of its own. */
  readonly key: string
  readonly file: File
  /** Whether it lies on the device; otherwise it is only on this page. */
  readonly stored: boolean
}

const pathOf = (owner: string, id: string): string => `/kept/${encodeURIComponent(owner)}/${id}`

const store = (): Promise<Cache> | undefined => globalThis.caches?.open(KEPT_FILES)

/** Keeps a file for one piece of one person. Where the device has no room it is only on the page. */
export async function keepFile(owner: string, file: File): Promise<KeptFile> {
  const key = pathOf(owner, `${Date.now().toString(36)}${Math.random().toString(36).slice(2, 8)}`)
  const headers = { 'content-type': file.type, 'x-name': encodeURIComponent(file.name) }
  try {
    const cache = await store()
    await cache?.put(key, new Response(file, { headers }))
    return { key, file, stored: cache !== undefined }
  } catch {
    // full: it goes from memory
    return { key, file, stored: false }
  }
}

/** The pieces of one person, as work and place, of which files are still kept. */
export async function piecesWithFiles(accountId: string): Promise<string[]> {
  const owners = ((await (await store())?.keys()) ?? []).map(({ url }) =>
    decodeURIComponent(new URL(url).pathname.split('/')[2] ?? ''),
  )
  const own = owners.filter(owner => owner.startsWith(`${accountId} `))
  return [...new Set(own.map(owner => owner.slice(accountId.length + 1)))]
}

/** What is still kept for one piece of one person, in the order in which it was added. */
export async function keptFiles(owner: string): Promise<KeptFile[]> {
  const cache = await store()
  const found: KeptFile[] = []
  for (const { url } of (await cache?.keys()) ?? []) {
    const { pathname } = new URL(url)
    if (!pathname.startsWith(pathOf(owner, ''))) continue
    const answer = await cache?.match(url)
    if (!answer) continue
    const type = answer.headers.get('content-type') ?? ''
    const name = decodeURIComponent(answer.headers.get('x-name') ?? 'file')
    found.push({ key: pathname, file: new File([await answer.blob()], name, { type }), stored: true })
  }
  return found.sort((one, other) => one.key.localeCompare(other.key))
}

/** Whether a file that was kept is so still: it has not arrived and was not taken off. */
export const isKept = async ({ key, stored }: KeptFile): Promise<boolean> =>
  !stored || (await (await store())?.match(key)) !== undefined

export async function forgetFile(key: string): Promise<void> {
  await (await store())?.delete(key)
}
