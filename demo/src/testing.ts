import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import {
  addressOf,
  type BodyOf,
  type ParamsOf,
  type ReplyOf,
  type Route,
  type RouteName,
  routes,
  type WireError,
} from '@oppen/contract'
import { shapes } from '@oppen/contract/shapes'
import { fixedClock } from '@oppen/server/clock'
import { openDatabase } from '@oppen/server/db/index'
import { SideConnection } from '@oppen/server/db/side'
import { type Listening, listen } from '@oppen/server/listen'
import { openWorld, QUICK_HASHING, type WorldOptions } from '@oppen/server/openWorld'
import type { World } from '@oppen/server/world'
import { DEMO_NOW, DEMO_SCHOOL } from './moment.js'
import { Seeded } from './random.js'

export type TestServer = {
  readonly world: World
  readonly clock: ReturnType<typeof fixedClock>
  readonly address: string
  readonly folder: string
  readonly person: () => Person
  readonly stop: () => Promise<void>
}

let empty: Promise<Buffer> | undefined

/** A database with all its tables and nothing in them: making it takes longer than most tests, so each file does it once. */
function emptyDatabase(): Promise<Buffer> {
  const make = async () => {
    const folder = await mkdtemp(join(tmpdir(), 'oppen-empty-'))
    const file = join(folder, 'oppen.sqlite')
    await (await openDatabase({ file })).close()
    const bytes = await readFile(file)
    await rm(folder, { recursive: true })
    return bytes
  }
  empty ??= make()
  return empty
}

async function newFolder(): Promise<string> {
  const folder = await mkdtemp(join(tmpdir(), 'oppen-'))
  await writeFile(join(folder, 'oppen.sqlite'), await emptyDatabase())
  return folder
}

/** A real server on a free port over a real file in a new folder; its clock stands until it is moved. */
export async function testServer(options: Partial<WorldOptions> = {}): Promise<TestServer> {
  const folder = options.folder ?? (await newFolder())
  const clock = fixedClock(DEMO_NOW)
  const random = new Seeded(1).bytes
  const world = await openWorld({
    folder,
    school: DEMO_SCHOOL,
    clock,
    random,
    hashing: QUICK_HASHING,
    ...options,
  })
  const listening: Listening = await listen(world, { port: 0, timers: false })
  const stop = async () => {
    await listening.stop()
    await rm(folder, { recursive: true, force: true })
  }
  return {
    world,
    clock,
    address: listening.address,
    folder,
    person: () => new Person(listening.address),
    stop,
  }
}

type Snapshot<T, Name extends string> = {
  /** The files of the school's folder, by their names. */
  readonly files: ReadonlyMap<string, Buffer>
  readonly built: T
  readonly cookies: Readonly<Record<Name, string>>
}

/**
 * A school that is built once, with people who are signed in, and of which each test gets a copy with a server of its own:
 * building it takes longer than most tests. What `build` gives is the same for all of them and must not be changed.
 *
 * @param people - the user names of those who are signed in, by what tests call them
 */
export function builtOnce<T extends object, Name extends string>(
  people: Readonly<Record<Name, string>>,
  build: (school: TestServer) => Promise<T>,
): (options?: Partial<WorldOptions>) => Promise<TestServer & T & Record<Name, Person>> {
  let made: Promise<Snapshot<T, Name>> | undefined
  return async options => {
    made ??= snapshotOf(people, build)
    const { files, built, cookies } = await made
    const folder = await mkdtemp(join(tmpdir(), 'oppen-'))
    for (const [name, bytes] of files) await writeFile(join(folder, name), bytes, { mode: 0o600 })
    // other numbers than those that the school was built with: no id comes twice
    const school = await testServer({ random: new Seeded(2).bytes, ...options, folder })
    const signedIn = Object.entries<string>(cookies).map(([name, cookie]) => {
      const person = school.person()
      person.cookie = cookie
      return [name, person] as const
    })
    return { ...school, ...built, ...(Object.fromEntries(signedIn) as Record<Name, Person>) }
  }
}

async function snapshotOf<T extends object, Name extends string>(
  people: Readonly<Record<Name, string>>,
  build: (school: TestServer) => Promise<T>,
): Promise<Snapshot<T, Name>> {
  const school = await testServer()
  const built = await build(school)
  const names = Object.entries<string>(people)
  const signedIn = await Promise.all(names.map(([, userName]) => school.person().signIn(userName)))
  const file = join(school.folder, 'copy.sqlite')
  const side = await SideConnection.open(join(school.folder, 'oppen.sqlite'))
  await side.copyInto(file)
  await side.close()
  const files = new Map([
    ['oppen.sqlite', await readFile(file)],
    ['secret', await readFile(join(school.folder, 'secret'))],
  ])
  await school.stop()
  const cookies = names.map(([name], index) => [name, signedIn[index]?.cookie ?? ''])
  return { files, built, cookies: Object.fromEntries(cookies) as Record<Name, string> }
}

export type Answer<T> = {
  readonly status: number
  readonly reply: T
  readonly error: WireError['error'] | undefined
}

type RouteOf<N extends RouteName> = (typeof routes)[N]

/** Headers of a request that carries a part of a file. */
export const TUS = { 'tus-resumable': '1.0.0', 'content-type': 'application/offset+octet-stream' } as const

type Begun = { readonly name: string; readonly type?: string; readonly size: number }
type Beginning = { status: number; id: string; error: WireError['error'] | undefined }

/** Somebody with a browser: asks by routes of the contract, keeps cookies, and checks each reply's shape. */
export class Person {
  cookie = ''
  readonly #address: string

  constructor(address: string) {
    this.#address = address
  }

  /** Asks, whatever the answer is. */
  async ask<N extends RouteName>(
    name: N,
    params: ParamsOf<RouteOf<N>>,
    body?: BodyOf<RouteOf<N>>,
  ): Promise<Answer<ReplyOf<RouteOf<N>>>> {
    const spec = routes[name] as Route
    const response = await this.fetch(addressOf(spec, params as never), {
      method: spec.method,
      ...(body !== undefined && {
        body: JSON.stringify(body),
        headers: { 'content-type': 'application/json' },
      }),
    })
    const text = await response.text()
    const json = text ? JSON.parse(text) : undefined
    if (!response.ok) return { status: response.status, reply: undefined as never, error: json.error }
    const shape: { reply?: { parse(value: unknown): unknown } } = shapes[name]
    const reply = (shape.reply ? shape.reply.parse(json) : json) as ReplyOf<RouteOf<N>>
    return { status: response.status, reply, error: undefined }
  }

  /** Asks for what must be given; throws with the refusal otherwise. */
  async get<N extends RouteName>(
    name: N,
    params: ParamsOf<RouteOf<N>>,
    body?: BodyOf<RouteOf<N>>,
  ): Promise<ReplyOf<RouteOf<N>>> {
    const { reply, error, status } = await this.ask(name, params, body)
    if (error) throw new Error(`${name} answered ${status} ${JSON.stringify(error)}`)
    return reply
  }

  async signIn(userName: string, secret = 'tern-hollow'): Promise<this> {
    await this.get('signIn', {}, { userName, secret })
    return this
  }

  /** Begins an upload for a submission by the tus protocol, of which the given bytes come along at once; gives its id. */
  begin(submission: ParamsOf<RouteOf<'beginUpload'>>, file: Begun, bytes?: Uint8Array): Promise<Beginning> {
    return this.beginAt(addressOf(routes.beginUpload, submission), file, bytes)
  }

  /** The same for a file beside the directions of a work. */
  beginMaterial(
    work: ParamsOf<RouteOf<'beginMaterial'>>,
    file: Begun,
    bytes?: Uint8Array,
  ): Promise<Beginning> {
    return this.beginAt(addressOf(routes.beginMaterial, work), file, bytes)
  }

  private async beginAt(
    address: string,
    { name, type = '', size }: Begun,
    bytes: Uint8Array = new Uint8Array(),
  ): Promise<Beginning> {
    const base64 = (text: string) => Buffer.from(text).toString('base64')
    const response = await this.fetch(address, {
      method: 'POST',
      body: Uint8Array.from(bytes),
      headers: {
        ...TUS,
        'upload-length': String(size),
        'upload-metadata': `filename ${base64(name)},filetype ${base64(type)}`,
      },
    })
    const text = await response.text()
    const id = response.headers.get('location')?.split('/').at(-1) ?? ''
    return { status: response.status, id, error: text.startsWith('{') ? JSON.parse(text).error : undefined }
  }

  /** Adds a file to a submission, whatever the answer is. */
  async upload(
    submission: ParamsOf<RouteOf<'beginUpload'>>,
    bytes: Uint8Array,
    name: string,
    type = '',
  ): Promise<Answer<ReplyOf<RouteOf<'addFile'>>>> {
    const { status, id, error } = await this.begin(submission, { name, type, size: bytes.length }, bytes)
    if (error) return { status, error, reply: undefined as never }
    return this.ask('addFile', submission, { uploadId: id })
  }

  /** Keeps a cookie as a browser does: by its name, and gone once it has run out. */
  #keep(set: string): void {
    const [pair = ''] = set.split(';')
    const name = `${pair.split('=')[0]}=`
    const others = this.cookie.split('; ').filter(one => one && !one.startsWith(name))
    this.cookie = (/max-age=0/i.test(set) ? others : [...others, pair]).join('; ')
  }

  async fetch(path: string, init: RequestInit = {}): Promise<Response> {
    const headers = {
      ...(init.headers as Record<string, string>),
      ...(this.cookie && { cookie: this.cookie }),
    }
    const response = await fetch(`${this.#address}${path}`, { ...init, headers })
    for (const set of response.headers.getSetCookie()) this.#keep(set)
    return response
  }
}
