import { setImmediate } from 'node:timers/promises'
import type { Details, QuizDetails } from '@oppen/contract'
import { checkQuestion, type Question } from '@oppen/core/questions'
import { LIMITS } from '@oppen/core/texts'
import { checkSections, type QuizRules, type Section, USUAL_RULES } from '@oppen/core/work/kinds/quiz'
import { readHtml } from '../../../html.js'
import { Refused, take } from '../../../refusal.js'
import type { World } from '../../../world.js'
import { ownFile } from '../ownFile.js'

/**
 * A quiz as it is stored, as JSON: how it runs, and under `key`, which is for teachers alone, its questions. Refuses what
 * `checkSections` and `checkQuestion` refuse, with the question; a draft may lack anything.
 */
export async function readQuiz(world: World, { quiz }: Details, draft: boolean): Promise<string> {
  const path = 'details.quiz.key.sections'
  if (!draft) take(checkSections(quiz?.key?.sections ?? []), path)
  return JSON.stringify(await readAsked(world, quiz ?? USUAL_RULES, { path, draft }))
}

/** How questions run, and the questions, read one by one; where they are in the form is said by `path`. */
export async function readAsked(
  world: World,
  { key, note: _, ...rules }: QuizDetails,
  { path, draft }: { readonly path: string; readonly draft: boolean },
): Promise<QuizRules & { key: { sections: Section[] } }> {
  const read: Section[] = []
  for (const [at, section] of (key?.sections ?? []).entries()) {
    const questions: Question[] = []
    for (const [index, question] of section.questions.entries()) {
      const where = `${path}.${at}.questions.${index}`
      if (!draft) take(checkQuestion(question), where)
      questions.push(await readQuestion(world, question, where))
      // a hundred of them are not looked at in one go
      await setImmediate()
    }
    read.push({ ...section, title: readTitle(section.title, path), questions })
  }
  return { ...rules, key: { sections: read } }
}

function readTitle(typed: string, path: string): string {
  const title = typed.trim()
  if (title.length <= LIMITS.title) return title
  throw new Refused('text_long', { what: 'title', most: LIMITS.title, got: title.length }, path)
}

/** What a question is asked on, where that is a picture. Refuses `question_no_picture` for one from elsewhere. */
function ownFiles(question: Question, path: string): object {
  if (question.kind === 'drawing') return { ask: { picture: ownFile(question.ask.picture) } }
  if (question.kind !== 'place') return {}
  if (question.ask.picture && !ownFile(question.ask.picture))
    throw new Refused('question_no_picture', undefined, path)
  return {}
}

async function readQuestion(world: World, question: Question, path: string): Promise<Question> {
  const clean = (html: string) => (html ? readHtml(world, 'note', html, path) : '')
  const { key, media } = question
  return {
    ...question,
    ...ownFiles(question, path),
    ...(media && {
      media: Object.fromEntries(
        Object.entries(media).map(([part, { picture, sound }]) => [
          part,
          { picture: ownFile(picture), sound: ownFile(sound) },
        ]),
      ),
    }),
    prompt: await clean(question.prompt),
    hint: question.hint && (await clean(question.hint)),
    key: {
      ...key,
      ifRight: await clean(key.ifRight),
      ifWrong: await clean(key.ifWrong),
      working: await clean(key.working),
    },
  } as Question
}
