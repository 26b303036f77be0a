import type { Details } from '@oppen/contract'
import { WORD_LIMITS } from '@oppen/core/wordList'
import { checkSections, questionsOf, USUAL_RULES } from '@oppen/core/work/kinds/quiz'
import {
  checkPassage,
  EMPTY_PASSAGE,
  MARK_COLOURS,
  type Passage,
  READING_LIMITS,
} from '@oppen/core/work/kinds/reading'
import { readHtml } from '../../../html.js'
import { Refused, take } from '../../../refusal.js'
import type { World } from '../../../world.js'
import { ownFile } from '../ownFile.js'
import { readAsked } from '../quiz/details.js'

const PASSAGE = 'details.reading.passage'

/**
 * A reading as it is stored, as JSON: how its questions run, under `key` the questions, and the passage. It may ask nothing: then
 * it is read and handed in. Refuses as `readQuiz` does, and what `checkPassage` refuses; a draft may lack anything.
 */
export async function readReading(world: World, { reading }: Details, draft: boolean): Promise<string> {
  const { passage, ...asked } = reading ?? {
    ...USUAL_RULES,
    key: undefined,
    note: undefined,
    passage: EMPTY_PASSAGE,
  }
  const path = 'details.reading.key.sections'
  const sections = asked.key?.sections ?? []
  if (!draft && questionsOf(sections).length) take(checkSections(sections), path)
  if (!draft) take(checkPassage(passage), PASSAGE)
  const questions = await readAsked(world, asked, { path, draft })
  const ids = new Set(questionsOf(questions.key.sections).map(({ id }) => id))
  return JSON.stringify({ ...questions, passage: await readPassage(world, passage, ids) })
}

async function readPassage(world: World, passage: Passage, questions: ReadonlySet<string>): Promise<Passage> {
  const { html, about } = passage
  if (passage.words.length > READING_LIMITS.words)
    throw new Refused('passage_words', { most: READING_LIMITS.words }, PASSAGE)
  return {
    ...passage,
    html: html.trim() ? await readHtml(world, 'passage', html, PASSAGE) : '',
    words: passage.words.map((one, at) => {
      const path = `${PASSAGE}.words.${at}`
      return {
        ...one,
        word: readLine('word', one.word, path),
        meaning: readLine('meaning', one.meaning, path),
        example: readLine('example', one.example, path),
        picture: ownFile(one.picture),
        sound: ownFile(one.sound),
      }
    }),
    // what a question that was taken out was about
    about: Object.fromEntries(Object.entries(about).filter(([id]) => questions.has(id))),
    meanings: Object.fromEntries(
      MARK_COLOURS.map(colour => [colour, readShort(passage.meanings[colour], `${PASSAGE}.meanings`)]),
    ) as Passage['meanings'],
  }
}

function readLine(what: 'word' | 'meaning' | 'example', typed: string, path: string): string {
  const text = typed.trim()
  const most = WORD_LIMITS[what]
  if (text.length > most) throw new Refused('text_long', { what, most, got: text.length }, path)
  return text
}

function readShort(typed: string, path: string): string {
  const text = typed.trim()
  const most = READING_LIMITS.meaning
  if (text.length > most) throw new Refused('text_long', { what: 'meaning', most, got: text.length }, path)
  return text
}
