import type { SearchPage } from '@oppen/contract'
import type { Viewer } from '@oppen/core/permissions'
import { wordsOf } from '@oppen/core/search'
import { matching } from '../../db/index.js'
import type { World } from '../../world.js'
import { foundJson, type SearchAsked } from './queries.js'
import { refreshTexts } from './refresh.js'

/** So many are given; whoever needs more needs another word. */
const MOST = 40

/** Finds what has all the words in it, of what the viewer may see, what fits best first. */
export async function search(world: World, viewer: Viewer, typed: string): Promise<SearchPage> {
  const match = matching(wordsOf(typed), scopesOf(viewer))
  if (!match) return { found: [] }
  await refreshTexts(world)
  const asked = {
    viewer: viewer.accountId,
    kind: viewer.kind,
    guest: viewer.guest ? 1 : 0,
    match,
    now: world.clock.now(),
    most: MOST * 2,
  } as const
  const near = await look(world, { ...asked, hits: FEW })
  // where little of what fits best is the viewer's to see, more of it is looked through
  const { found } = near.more && near.found.length < MOST ? await look(world, { ...asked, hits: MANY }) : near
  return { found: onceEach(found).slice(0, MOST) }
}

/** So many texts that fit are looked through at first, and where few of them may be seen. */
const FEW = 200
const MANY = 5_000

type Looked = { readonly more: boolean; readonly found: SearchPage['found'] }

const look = async (world: World, asked: SearchAsked): Promise<Looked> =>
  JSON.parse((await foundJson(world.db, asked)) ?? '{"more":false,"found":[]}')

/** The classes and circles that somebody belongs to: nothing outside of them is looked through. */
const scopesOf = ({ teaches, places, follows, circles }: Viewer): string[] => [
  ...new Set([
    ...[...teaches, ...places, ...follows].map(tie => tie.classId as string),
    ...circles.map(tie => tie.circleId as string),
  ]),
]

/** Work whose title and directions both fit is one thing found. */
function onceEach(found: SearchPage['found']): SearchPage['found'] {
  const known = new Map<string, SearchPage['found'][number]>()
  for (const one of found) {
    const key = `${one.kind} ${one.ref}`
    const before = known.get(key)
    known.set(
      key,
      before ? { ...before, title: marked(before.title, one.title), body: before.body || one.body } : one,
    )
  }
  return [...known.values()]
}

/** Of two forms of a title, that in which the found words are marked. */
const marked = (a: string, b: string): string => (a.includes('\u0001') ? a : b)
