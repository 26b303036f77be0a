import { tidyName } from '../joining/index.js'
import { foldLetters } from '../texts/index.js'
import { readEmail } from './email.js'
import { readLanguage } from './languages.js'
import { emptyRow, type RegisterRow } from './row.js'

/** What a column of a table can hold. */
export const COLUMNS = [
  'name',
  'firstName',
  'lastName',
  'group',
  'email',
  'number',
  'familyEmail',
  'familyLanguage',
] as const
export type Column = (typeof COLUMNS)[number]

/** Headings by which a column is known, in the languages that families' cards are printed in. */
const HEADINGS: Readonly<Record<Column, RegExp>> = {
  familyEmail:
    /(family|parent|guardian|carer|pais|encarregado|familia|parents?|eltern).*(mail|correo)|(mail|correo).*(family|parent|guardian|carer|pais|familia|eltern)/,
  familyLanguage: /langu|idioma|lengua|lingua|sprache/,
  email: /mail|correo/,
  number: /number|numero|^n[or]$|^id$|^no$|nummer|sourced ?id/,
  group: /group|grupo|turma|groupe|gruppe|class|set$/,
  firstName: /(first|given|fore).*name|^given$|^first$|vorname|prenom|^nombre$|nome proprio|primeiro nome/,
  lastName: /(last|family|sur).*name|^surname$|^last$|nachname|^nom$|apellido|apelido|sobrenome/,
  name: /name|nome|pupil|student|aluno|alumno|eleve|schuler/,
}

/** Letters without accents, small, so that headings are known however they are written. */
const plain = (text: string): string => foldLetters(text.slice(0, 200)).replace(/[_-]+/g, ' ').trim()

const ORDER: readonly Column[] = [
  'familyEmail',
  'familyLanguage',
  'firstName',
  'lastName',
  'email',
  'number',
  'group',
  'name',
]

/** What each column of a table seems to hold, from its heading; null where that is not clear. Each at most once. */
export function guessColumns(headings: readonly string[]): (Column | null)[] {
  const found: (Column | null)[] = headings.map(() => null)
  for (const column of ORDER) {
    const index = headings.findIndex(
      (heading, at) => found[at] === null && HEADINGS[column].test(plain(heading)),
    )
    if (index >= 0) found[index] = column
  }
  // "name" beside a last name is the first one
  const name = found.indexOf('name')
  if (name >= 0 && found.includes('lastName') && !found.includes('firstName')) found[name] = 'firstName'
  return found
}

/** The rows of a table whose columns are known. Rows without any name are passed over. */
export function rowsOfTable(
  table: readonly (readonly string[])[],
  columns: readonly (Column | null)[],
  /** The line of the file on which the first row stands. */
  firstLine: number,
): RegisterRow[] {
  return table.flatMap((cells, index) => {
    const cell = (column: Column) => tidyName(cells[columns.indexOf(column)] ?? '')
    const name = turnComma(cell('name')) || tidyName(`${cell('firstName')} ${cell('lastName')}`)
    if (!name) return []
    return [
      {
        ...emptyRow(firstLine + index, name),
        group: cell('group') || null,
        email: emailOr(cell('email')),
        number: cell('number') || null,
        familyEmails: cell('familyEmail')
          .split(/[\s,;]+/)
          .flatMap(text => emailOr(text) ?? []),
        familyLanguage: readLanguage(cell('familyLanguage')),
      },
    ]
  })
}

/** "Moreno, Ada" as "Ada Moreno": a comma says that the last name stands first. */
function turnComma(name: string): string {
  const [last, first, ...more] = name.split(',').map(tidyName)
  return last && first && !more.length ? `${first} ${last}` : name
}

function emailOr(text: string): string | null {
  const read = readEmail(text)
  return read.ok ? read.value : null
}
