import { KEPT_FILES } from '../../app/device.js'

export type KeptFile = {
  /** Under which it is kept: whose it is, for which submission, and a name of its own. */
  readonly key: string
  readonly file: File
  /** Whether it lies on the device; otherwise it is only on this page. */
  readonly stored: boolean
  /** Whether it is a recording that nobody stopped: its page was closed, or the battery was flat. */
  readonly cut?: boolean
}

const pathOf = (owner: string, id: string): string => `/kept/${encodeURIComponent(owner)}/${id}`

const store = (): Promise<Cache> | undefined => globalThis.caches?.open(KEPT_FILES)

const newKey = (owner: string): string =>
  pathOf(owner, `${Date.now().toString(36)}${Math.random().toString(36).slice(2, 8)}`)

const put = async (path: string, name: string, bytes: Blob): Promise<void> => {
  const headers = { 'content-type': bytes.type, 'x-name': encodeURIComponent(name) }
  await (await store())?.put(path, new Response(bytes, { headers }))
}

/** Keeps a file for one submission of one person. Where the device has no room it is only on the page. */
export async function keepFile(owner: string, file: File): Promise<KeptFile> {
  const key = newKey(owner)
  try {
    await put(key, file.name, file)
    return { key, file, stored: globalThis.caches !== undefined }
  } catch {
    // full: it goes from memory
    return { key, file, stored: false }
  }
}

const lockOf = (key: string): string => `recording ${key}`

/** A recording in the making, kept part by part as it comes, so that it is there again whatever ends its page. */
export class KeptRecording {
  readonly #key: string
  readonly #name: string
  #parts = 0
  #whole = globalThis.caches !== undefined
  #writing = Promise.resolve()
  #release = (): void => undefined

  /** @param name - what the file is called */
  constructor(owner: string, name: string) {
    this.#key = newKey(owner)
    this.#name = name
    const going = new Promise<void>(done => {
      this.#release = done
    })
    void globalThis.navigator?.locks?.request(lockOf(this.#key), () => going)
  }

  add(part: Blob): void {
    const path = `${this.#key}/${String(this.#parts++).padStart(6, '0')}`
    this.#writing = this.#writing
      .then(() => (this.#whole ? put(path, this.#name, part) : undefined))
      .catch(() => {
        // full: with a part missing, those after it are of no use
        this.#whole = false
      })
  }

  /** The recording as a kept file, once it is finished; nothing where the device had no room for all of it. */
  async finished(file: File): Promise<KeptFile | undefined> {
    await this.#writing
    // where there are no locks another tab may have taken its beginning for a whole
    if (this.#whole && (await pathsOf(this.#key)).length === this.#parts) {
      this.leave()
      return { key: this.#key, file, stored: true }
    }
    await this.drop()
    return undefined
  }

  /** Nobody wants it. */
  async drop(): Promise<void> {
    await this.#writing
    await forgetFile(this.#key)
    this.leave()
  }

  /** Its page goes: what was recorded by now is kept like any file. */
  leave(): void {
    this.#release()
  }
}

/** The recordings that are being made now, in whatever tab; where there are no locks none are known. */
async function going(): Promise<ReadonlySet<string | undefined>> {
  const { held = [] } = (await globalThis.navigator?.locks?.query()) ?? {}
  return new Set(held.map(one => one.name))
}

/** The submissions of one person, as work and place, of which files are still kept. */
export async function submissionsWithFiles(accountId: string): Promise<string[]> {
  const owners = ((await (await store())?.keys()) ?? []).map(({ url }) =>
    decodeURIComponent(new URL(url).pathname.split('/')[2] ?? ''),
  )
  const own = owners.filter(owner => owner.startsWith(`${accountId} `))
  return [...new Set(own.map(owner => owner.slice(accountId.length + 1)))]
}

/** What is still kept for one submission of one person, in the order in which it was added. */
export async function keptFiles(owner: string): Promise<KeptFile[]> {
  const cache = await store()
  const busy = await going()
  const parts = new Map<string, string[]>()
  for (const { url } of (await cache?.keys()) ?? []) {
    const { pathname } = new URL(url)
    if (!pathname.startsWith(pathOf(owner, ''))) continue
    const key = pathname.split('/').slice(0, 4).join('/')
    if (!busy.has(lockOf(key))) parts.set(key, [...(parts.get(key) ?? []), pathname])
  }
  const found: KeptFile[] = []
  for (const [key, paths] of parts) {
    const answers = await Promise.all(paths.sort().map(path => cache?.match(path)))
    const { headers } = answers[0] ?? {}
    const type = headers?.get('content-type') ?? ''
    const name = decodeURIComponent(headers?.get('x-name') ?? 'file')
    const bytes = await Promise.all(answers.flatMap(answer => answer?.blob() ?? []))
    found.push({ key, file: new File(bytes, name, { type }), stored: true, cut: !paths.includes(key) })
  }
  return found.sort((one, other) => one.key.localeCompare(other.key))
}

/** The paths under which something is kept: its own, or those of its parts. */
const pathsOf = async (key: string): Promise<string[]> =>
  ((await (await store())?.keys()) ?? [])
    .map(({ url }) => new URL(url).pathname)
    .filter(path => path === key || path.startsWith(`${key}/`))

/** Whether a file that was kept is so still: it has not arrived and was not taken off. */
export const isKept = async ({ key, stored }: KeptFile): Promise<boolean> =>
  !stored || (await pathsOf(key)).length > 0

export async function forgetFile(key: string): Promise<void> {
  const cache = await store()
  await Promise.all((await pathsOf(key)).map(path => cache?.delete(path)))
}
