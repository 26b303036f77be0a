import type { ClassId, ListedWordId } from '@oppen/core/ids'
import { AttemptLog } from '@oppen/core/joining'
import type { Viewer } from '@oppen/core/permissions'
import { foldedWord, type ListedWord, readListedWord, WORD_LIMITS } from '@oppen/core/wordList'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { listedWords } from './models.js'
import { wordListJson, wordsOfClass } from './queries.js'
import type { Asked, Translated } from './translator.js'

type InClass = { readonly classId: ClassId }
type OfWord = InClass & { readonly wordId: ListedWordId }

/** The words of a class with what they mean, as JSON. */
export async function seeWordList(world: World, { classId }: InClass): Promise<string> {
  const json = await wordListJson(world.db, classId)
  if (json === undefined) throw new Refused('not_found')
  return json
}

/**
 * Saves a word under an id of the caller's, or changes the one that is there. Refuses what `readListedWord` does, `word_listed` where the
 * class has it already, and `words_many`.
 */
export async function saveListedWord(
  world: World,
  { accountId }: Viewer,
  { classId, wordId }: OfWord,
  typed: ListedWord,
): Promise<{ done: true }> {
  const read = take(readListedWord(typed), 'word')
  const folded = foldedWord(read.word)
  await world.db.write(async () => {
    const saved = await wordsOfClass(world.db, classId)
    if (saved.some(one => one.folded === folded && one.id !== wordId))
      throw new Refused('word_listed', { word: read.word }, 'word')
    const model = world.db.model(listedWords)
    const row = { ...read, folded, translations: JSON.stringify(read.translations), byAccount: accountId }
    if (saved.some(one => one.id === wordId))
      await model.update({ ...row, at: world.clock.now() }, { where: { classId, id: wordId } })
    else {
      if (saved.length >= WORD_LIMITS.many) throw new Refused('words_many', { most: WORD_LIMITS.many })
      await model.create({ ...row, id: wordId, classId, at: world.clock.now() })
    }
    world.db.afterCommit(() => void world.live.tell({ what: 'words', classId }))
  })
  return { done: true }
}

/** Removes a word; one that is gone already stays gone. */
export async function removeListedWord(world: World, { classId, wordId }: OfWord): Promise<{ done: true }> {
  await world.db.write(async () => {
    await world.db.model(listedWords).destroy({ where: { classId, id: wordId } })
    world.db.afterCommit(() => void world.live.tell({ what: 'words', classId }))
  })
  return { done: true }
}

/** So many words somebody may ask for in so long a time, in milliseconds: whoever goes from word to word by key asks for one a second. */
const ASKED = { most: 600, window: 10 * 60_000 } as const
const asking = new WeakMap<World, AttemptLog>()

/**
 * What a word is called in another language. Refuses `translator_away` where what knows it does not answer, and `too_many_attempts` where
 * somebody asks without end: a service outside may be paid by the word.
 */
export async function translateWord(world: World, { accountId }: Viewer, asked: Asked): Promise<Translated> {
  const log = asking.get(world) ?? new AttemptLog(ASKED.window)
  asking.set(world, log)
  const now = world.clock.now()
  const free = log.freeAt(accountId, now, ASKED.most)
  if (free > now) throw new Refused('too_many_attempts', { minutes: Math.ceil((free - now) / 60_000) })
  log.note(accountId, now)
  try {
    return await world.translator.translate({ ...asked, word: foldedWord(asked.word) })
  } catch (error) {
    world.log.warn({ err: error }, 'the translation service did not answer')
    throw new Refused('translator_away')
  }
}
