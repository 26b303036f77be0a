import type { Details } from '@oppen/contract'
import { checkForm, checkFormQuestion, type Form, type FormQuestion } from '@oppen/core/work/kinds/form'
import { readHtml } from '../../../html.js'
import { take } from '../../../refusal.js'
import type { World } from '../../../world.js'
import { ownFile } from '../ownFile.js'

const PATH = 'details.form.questions'
/** A form with nothing in it yet. */
export const NO_FORM: Form = { answeredBy: 'pupils', named: true, questions: [] }

/**
 * A form as it is stored, as JSON. Refuses what `checkForm` and `checkFormQuestion` refuse, with the question; a draft may lack
 * anything.
 */
export async function readForm(world: World, { form }: Details, draft: boolean): Promise<string> {
  const { questions, ...rules } = form ?? NO_FORM
  if (!draft) take(checkForm({ questions }), PATH)
  const read: FormQuestion[] = []
  for (const [index, question] of questions.entries()) {
    const path = `${PATH}.${index}`
    if (!draft) take(checkFormQuestion(question), path)
    const clean = (html: string) => (html ? readHtml(world, 'note', html, path) : '')
    read.push({
      ...question,
      ...(question.kind === 'place' && {
        ask: { ...question.ask, picture: ownFile(question.ask.picture) ?? '' },
      }),
      prompt: await clean(question.prompt),
      hint: null,
      points: 0,
      draws: [],
      media: {},
    } as FormQuestion)
  }
  return JSON.stringify({ ...rules, questions: read })
}
