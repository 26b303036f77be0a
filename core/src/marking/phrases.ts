import { err, type Outcome, ok } from '../outcome/index.js'

/** So many phrases a teacher saves, and so long is each. */
export const PHRASE_LIMITS = { many: 60, text: 400 } as const

/** What stands in a phrase for the first name of whoever it is about. */
export const NAME_IN_PHRASE = '{name}'

/** A phrase as it was typed. Refuses `text_empty` and `text_long`. */
export function readPhrase(typed: string): Outcome<string> {
  const text = typed.trim()
  if (!text) return err('text_empty', { what: 'phrase' })
  if (text.length > PHRASE_LIMITS.text)
    return err('text_long', { what: 'phrase', most: PHRASE_LIMITS.text, got: text.length })
  return ok(text)
}

/** A phrase put behind what is written, about somebody: on a line of its own where a line ended, else after a space. */
export function withPhrase(written: string, phrase: string, firstName: string): string {
  const said = phrase.split(NAME_IN_PHRASE).join(firstName)
  if (!written.trim()) return said
  return /\s$/.test(written) ? written + said : `${written} ${said}`
}
