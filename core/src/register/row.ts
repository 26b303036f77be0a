import { NAME_LENGTH, nameKey } from '../joining/index.js'

/** One person to be put on the register, as a preview shows it before anything is kept. */
export type RegisterRow = {
  /** The line of the text or table it came from, from 1. */
  readonly line: number
  readonly name: string
  /** The group by its name; null for none said. */
  readonly group: string | null
  /** The pupil's own e-mail address. */
  readonly email: string | null
  /** The number by which the school knows the pupil. */
  readonly number: string | null
  /** E-mail addresses of the family. */
  readonly familyEmails: readonly string[]
  /** The family's language as a BCP 47 tag. */
  readonly familyLanguage: string | null
}

export type RowStatus = 'new' | 'repeated' | 'onRegister' | 'tooLong' | 'nameless'

export const emptyRow = (line: number, name: string): RegisterRow => ({
  line,
  name,
  group: null,
  email: null,
  number: null,
  familyEmails: [],
  familyLanguage: null,
})

/**
 * What each row is beside the others and the register: names that repeat are marked, so that a person can decide
 * whether two children share one.
 */
export function statusOfRows(
  rows: readonly RegisterRow[],
  onRegister: readonly string[],
): readonly RowStatus[] {
  const known = new Set(onRegister.map(nameKey))
  const seen = new Set<string>()
  return rows.map(({ name }) => {
    const key = nameKey(name)
    if (!key) return 'nameless'
    if (name.length > NAME_LENGTH) return 'tooLong'
    if (seen.has(key)) return 'repeated'
    seen.add(key)
    return known.has(key) ? 'onRegister' : 'new'
  })
}
