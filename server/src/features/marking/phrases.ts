import type { PhraseId } from '@oppen/core/ids'
import { PHRASE_LIMITS, readPhrase } from '@oppen/core/marking'
import type { Viewer } from '@oppen/core/permissions'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { markPhrases } from './models.js'
import { phrasesOf } from './queries.js'

/** The phrases that a teacher has saved, the first first. */
export const seePhrases = (world: World, { accountId }: Viewer) => phrasesOf(world.db, accountId)

/** Saves a phrase under an id of the caller's, or changes the one that is there. Refuses what `readPhrase` does, and `phrases_many`. */
export async function savePhrase(
  world: World,
  { accountId }: Viewer,
  id: PhraseId,
  typed: string,
): Promise<{ done: true }> {
  const text = take(readPhrase(typed), 'text')
  await world.db.write(async () => {
    const saved = await phrasesOf(world.db, accountId)
    const model = world.db.model(markPhrases)
    if (saved.some(one => one.id === id)) await model.update({ text }, { where: { accountId, id } })
    else {
      if (saved.length >= PHRASE_LIMITS.many) throw new Refused('phrases_many', { most: PHRASE_LIMITS.many })
      await model.create({ accountId, id, text, at: world.clock.now() })
    }
  })
  return { done: true }
}

/** Removes a phrase; one that is gone already stays gone. */
export async function removePhrase(
  world: World,
  { accountId }: Viewer,
  id: PhraseId,
): Promise<{ done: true }> {
  await world.db.write(() => world.db.model(markPhrases).destroy({ where: { accountId, id } }))
  return { done: true }
}
