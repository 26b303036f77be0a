import { KEPT_FILES } from '../../app/device.js'

export type KeptFile = {
  /** Under which it is kept: whose it is, for which piece, and a name of its own. */
  readonly key: string
  readonly file: File
}

const pathOf = (owner: string, id: string): string => `/kept/${encodeURIComponent(owner)}/${id}`

const store = (): Promise<Cache> | undefined => globalThis.caches?.open(KEPT_FILES)

/** Keeps a file for one piece of one person. Where the device has no room it is only on the page. */
export async function keepFile(owner: string, file: File): Promise<KeptFile> {
  const key = pathOf(owner, `${Date.now().toString(36)}${Math.random().toString(36).slice(2, 8)}`)
  const headers = { 'content-type': file.type, 'x-name': encodeURIComponent(file.name) }
  try {
    await (await store())?.put(key, new Response(file, { headers }))
  } catch {
    // full: it goes from memory
  }
  return { key, file }
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
    found.push({ key: pathname, file: new File([await answer.blob()], name, { type }) })
  }
  return found.sort((one, other) => one.key.localeCompare(other.key))
}

export async function forgetFile(key: string): Promise<void> {
  await (await store())?.delete(key)
}
