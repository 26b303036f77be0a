import { addressOf, type KeptPage, type PortfolioPage, routes } from '@oppen/contract'
import type { FileId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { can } from '@oppen/core/permissions'
import { mayHaveLink, readWhy, type Sharing, type Side, WHY_LENGTH } from '@oppen/core/portfolio'
import { localDateAt } from '@oppen/core/zone'
import type { Response } from 'express'
import { plainText } from '../../plainText.js'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { sendStored } from '../fileStore/sending.js'
import { pathOfLink } from './linkKeys.js'
import { keptWorks } from './models.js'
import {
  countKept,
  type HandedIn,
  hasHandIn,
  type KeptAddress,
  type KeptRow,
  keptOf,
  type OwnPlace,
  portfolioOf,
} from './queries.js'

/** So many hand-ins of one pupil are kept in a class at most. */
const MOST = 200
/** So many letters are shown of how a text begins. */
const EXCERPT = 220

/** What an address says of a hand-in. */
export type Asked = OwnPlace & { readonly workId: KeptAddress['workId']; readonly number: string }

export const addressIn = ({ number, ...at }: Asked): KeptAddress => {
  const handIn = Number(number)
  if (!Number.isSafeInteger(handIn) || handIn < 1) throw new Refused('not_found')
  return { ...at, handIn }
}

const sideOf = (viewer: Viewer): Side => (viewer.kind === 'teacher' ? 'teacher' : 'pupil')

const sharesIn = (viewer: Viewer, { classId, placeId }: OwnPlace, sharing: Sharing): boolean =>
  can(viewer, 'portfolio.share', { kind: 'place', classId, placeId }) && mayHaveLink(sharing, viewer.kind)

/** What is kept of a pupil in a class, with how each piece begins. */
export async function seePortfolio(world: World, viewer: Viewer, at: OwnPlace): Promise<PortfolioPage> {
  const found = await portfolioOf(world.db, { ...at, now: world.clock.now() })
  if (!found) throw new Refused('not_found')
  const { sharing, pieces, ...page } = found
  return {
    ...page,
    shares: sharesIn(viewer, at, sharing),
    pieces: pieces.map(({ excerpt, ...piece }) => ({ ...piece, excerpt: excerptOf(excerpt) })),
  }
}

function excerptOf(html: string): string {
  const text = plainText(html)
  return text.length <= EXCERPT ? text : `${text.slice(0, EXCERPT).replace(/\s+\S*$/, '')}…`
}

/** One hand-in as it is read. Answers `not_found` for families where nobody keeps it: they see what is kept alone. */
export async function keptFor(world: World, viewer: Viewer, at: KeptAddress): Promise<KeptRow> {
  const now = world.clock.now()
  const found = await keptOf(world.db, { ...at, now, today: localDateAt(now, world.school.zone) })
  if (!found || (!found.reasons.length && !seesAll(viewer, at))) throw new Refused('not_found')
  return found
}

/** Whether somebody sees all that a pupil handed in, kept or not. */
const seesAll = (viewer: Viewer, { classId, placeId }: OwnPlace): boolean =>
  can(viewer, 'ownWork.see', { kind: 'place', classId, placeId })

/** A page of somebody's with the pictures in it asked for at another address: that of who looks at it here. */
export const pictured = (html: string, address: (fileId: FileId) => string): string =>
  html.replace(
    /src="\/api\/[^"]*\/(?:files|materials)\/([\w-]+)"/g,
    (_, id: FileId) => `src="${address(id)}"`,
  )

/** One kept piece with everything in it. */
export async function seeKept(world: World, viewer: Viewer, asked: Asked): Promise<KeptPage> {
  const at = addressIn(asked)
  const { sharing, links, files, worksheet, workId, handIn, handIns, html, ...page } = await keptFor(
    world,
    viewer,
    at,
  )
  return {
    ...page,
    html: pictured(html, fileId => addressOf(routes.seeKeptFile, { ...asked, fileId })),
    worksheet: worksheet !== null,
    handIns: handIns.filter(one => one.kept || seesAll(viewer, at)).map(one => one.number),
    files: files.map(({ id, name, type }) => ({ id, name, type })),
    shares: sharesIn(viewer, at, sharing) && page.reasons.length > 0,
    links: links.map(({ madeBy, source, ...link }) => ({
      ...link,
      path: madeBy === viewer.accountId ? pathOfLink(world, source) : null,
    })),
  }
}

/**
 * Keeps what was handed in once, with a word why and a goal that it shows; again changes the words. Refuses `text_empty` and `text_long`,
 * and `portfolio_full`.
 */
export async function keepWork(
  world: World,
  viewer: Viewer,
  asked: Asked,
  typed: { readonly why: string; readonly goal: string | null },
): Promise<{ done: true }> {
  const at = addressIn(asked)
  const why = take(readWhy(typed.why), 'why')
  const goal = typed.goal?.trim().slice(0, WHY_LENGTH) || null
  await world.db.write(async () => {
    if (!(await hasHandIn(world.db, at))) throw new Refused('not_found')
    if ((await countKept(world.db, at)) >= MOST) throw new Refused('portfolio_full', { most: MOST })
    const { workId, placeId, handIn } = at
    const row = { workId, placeId, handIn, side: sideOf(viewer), why, goal, byAccount: viewer.accountId }
    await world.db.model(keptWorks).upsert({ ...row, at: world.clock.now(), removedAt: null })
    tell(world, at)
  })
  return { done: true }
}

/** Takes away what the viewer's own side keeps; links to it show nothing while nobody keeps it. Twice changes nothing. */
export const removeKept = (world: World, viewer: Viewer, asked: Asked) =>
  setRemoved(world, viewer, addressIn(asked), world.clock.now())

/** Puts back what the viewer's own side took away. */
export const restoreKept = (world: World, viewer: Viewer, asked: Asked) =>
  setRemoved(world, viewer, addressIn(asked), null)

async function setRemoved(
  world: World,
  viewer: Viewer,
  at: KeptAddress,
  removedAt: number | null,
): Promise<{ done: true }> {
  await world.db.write(async () => {
    if (!(await hasHandIn(world.db, at))) throw new Refused('not_found')
    const { workId, placeId, handIn } = at
    const where = { workId, placeId, handIn, side: sideOf(viewer) }
    const [changed] = await world.db.model(keptWorks).update({ removedAt }, { where })
    if (!changed) throw new Refused('not_found')
    tell(world, at)
  })
  return { done: true }
}

export function tell(world: World, { classId, workId, placeId }: KeptAddress): void {
  world.db.afterCommit(() => void world.live.tell({ what: 'submission', classId, workId, placeId }))
}

/** Sends a file of what was handed in. */
export async function sendKeptFile(
  world: World,
  viewer: Viewer,
  { fileId, ...asked }: Asked & { readonly fileId: FileId },
  response: Response,
): Promise<undefined> {
  return sendFileOf(world, await keptFor(world, viewer, addressIn(asked)), fileId, response)
}

/** Sends a file that was handed in with a piece; none else. */
export async function sendFileOf(
  world: World,
  { files }: Pick<HandedIn, 'files'>,
  fileId: FileId,
  response: Response,
): Promise<undefined> {
  const file = files.find(one => one.id === fileId)
  if (!file) throw new Refused('not_found')
  return sendStored(world, file, response)
}
