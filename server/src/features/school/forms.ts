import { ADULT_SECRET_LENGTH, NAME_LENGTH, readNewSecret, tidyName } from '@oppen/core/joining'
import { readEmail } from '@oppen/core/register'
import { Refused, take } from '../../refusal.js'

/** The name and the address of a teacher, as they were typed. Refuses an empty or long name and what is no address. */
export function readNewTeacher(form: { readonly shownName: string; readonly email: string | null }): {
  shownName: string
  email: string | null
} {
  const email = form.email?.trim() ? take(readEmail(form.email), 'email') : null
  return { shownName: readText(form.shownName, 'shownName'), email }
}

/** A name, tidied; refused with its field where it is empty or long. */
export function readText(typed: string, field: string): string {
  const name = tidyName(typed)
  if (!name) throw new Refused('text_empty', { what: 'name' }, field)
  if (name.length > NAME_LENGTH)
    throw new Refused('text_long', { what: 'name', most: NAME_LENGTH, got: name.length }, field)
  return name
}

/** A password of an adult. */
export const readSecret = (typed: string) => readNewSecret(typed, ADULT_SECRET_LENGTH)
