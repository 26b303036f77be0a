import type { BodyOf, routes } from '@oppen/contract'
import type { OwnWordId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { foldedWord, WORD_LIMITS } from '@oppen/core/wordList'
import { READING_LIMITS } from '@oppen/core/work/kinds/reading'
import { Refused } from '../../../refusal.js'
import type { World } from '../../../world.js'
import { ownWords } from './models.js'
import { ownWordsJson, ownWordsNow } from './queries.js'

/** The words that somebody keeps, as JSON. */
export const seeOwnWords = async (world: World, { accountId }: Viewer): Promise<string> =>
  (await ownWordsJson(world.db, accountId)) ?? ''

/**
 * Keeps a word under an id of the device’s own. A word that is there already, in whatever capitals, stays the one it is,
 * and what is said of it now takes the place of what was said unless it is empty. Refuses `text_empty` and `text_long`, and
 * `own_words_many` with `most`.
 */
export async function saveOwnWord(
  world: World,
  { accountId }: Viewer,
  ownWordId: OwnWordId,
  typed: BodyOf<typeof routes.saveOwnWord>,
): Promise<{ done: true }> {
  const word = typed.word.trim().replaceAll(/\s+/g, ' ')
  const [context, sentence] = [typed.context.trim().slice(0, READING_LIMITS.sentence), typed.sentence.trim()]
  if (!word) throw new Refused('text_empty', { what: 'word' }, 'word')
  if (word.length > WORD_LIMITS.word)
    throw new Refused('text_long', { what: 'word', most: WORD_LIMITS.word, got: word.length }, 'word')
  const most = READING_LIMITS.sentence
  if (sentence.length > most)
    throw new Refused('text_long', { what: 'sentence', most, got: sentence.length }, 'sentence')
  const folded = foldedWord(word)
  return world.db.write(async () => {
    const now = await ownWordsNow(world.db, accountId, folded)
    const model = world.db.model(ownWords)
    if (now?.same) {
      const said = { ...(context && { context }), ...(sentence && { sentence }) }
      if (Object.keys(said).length) await model.update(said, { where: { accountId, id: now.same } })
      return { done: true }
    }
    if ((now?.count ?? 0) >= READING_LIMITS.ownWords)
      throw new Refused('own_words_many', { most: READING_LIMITS.ownWords })
    const at = world.clock.now()
    await model.upsert({ accountId, id: ownWordId, word, folded, context, sentence, at })
    return { done: true }
  })
}

/** Removes a word; one that is not there is removed already. */
export async function removeOwnWord(
  world: World,
  { accountId }: Viewer,
  ownWordId: OwnWordId,
): Promise<{ done: true }> {
  await world.db.write(() => world.db.model(ownWords).destroy({ where: { accountId, id: ownWordId } }))
  return { done: true }
}
