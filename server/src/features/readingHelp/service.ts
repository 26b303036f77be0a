import type { ClassId, PlaceId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import type { ReadingSettings } from '@oppen/core/readingHelp'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { readingBeginnings, readingSettings, readingShown } from './models.js'
import { accountAt, beginningJson, shownJson } from './queries.js'

type InClass = { readonly classId: ClassId; readonly placeId: PlaceId }

/** Saves what somebody chose, for all their devices and classes; null goes back to how it began. */
export async function saveReadingSettings(
  world: World,
  { accountId }: Viewer,
  settings: ReadingSettings | null,
): Promise<{ done: true }> {
  await world.db.write(async () => {
    const model = world.db.model(readingSettings)
    if (settings) await model.upsert({ accountId, settings: JSON.stringify(settings), at: world.clock.now() })
    else await model.destroy({ where: { accountId } })
    world.db.afterCommit(() => void world.live.tellPerson(accountId, { what: 'me' }))
  })
  return { done: true }
}

/** What a teacher set for the beginning of a pupil, as JSON. What the pupil chose since is only told where the pupil or a family says so. */
export async function seeReadingBeginning(world: World, params: InClass): Promise<string> {
  const json = await beginningJson(world.db, params)
  if (json === undefined) throw new Refused('not_found')
  return json
}

/** Sets how text is for a pupil who has chosen nothing yet; null takes it away. */
export async function setReadingBeginning(
  world: World,
  viewer: Viewer,
  params: InClass,
  settings: ReadingSettings | null,
): Promise<{ done: true }> {
  await world.db.write(async () => {
    await seeReadingBeginning(world, params)
    const { placeId } = params
    const model = world.db.model(readingBeginnings)
    const row = { placeId, byAccount: viewer.accountId, at: world.clock.now() }
    // whether teachers may see what is chosen is for the pupil alone to say
    const begins = settings && { ...settings, shown: false }
    if (begins) await model.upsert({ ...row, settings: JSON.stringify(begins) })
    else await model.destroy({ where: { placeId } })
    const pupil = (await accountAt(world.db, placeId))?.accountId
    if (pupil) world.db.afterCommit(() => void world.live.tellPerson(pupil, { what: 'me' }))
  })
  return { done: true }
}

/** The children of whoever asks, and whether teachers may see which help they use as far as this family says it; as JSON. */
export const seeReadingShown = async (world: World, { accountId }: Viewer): Promise<string> =>
  (await shownJson(world.db, accountId)) ?? ''

/** Says for the own child whether teachers of the class may see which help it uses. */
export async function setReadingShown(
  world: World,
  { accountId }: Viewer,
  { placeId }: InClass,
  shown: boolean,
): Promise<{ done: true }> {
  await world.db.write(async () => {
    const model = world.db.model(readingShown)
    if (shown) await model.upsert({ placeId, byAccount: accountId, at: world.clock.now() })
    else await model.destroy({ where: { placeId, byAccount: accountId } })
  })
  return { done: true }
}
