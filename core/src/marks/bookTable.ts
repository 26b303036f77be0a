import { foldLetters } from '../texts/index.js'
import { type Hundredths, readMark, showHundredths } from './mark.js'
import type { ScaleStep } from './rules.js'
import { readMarkOn } from './scale.js'

/** A table as a CSV reader gives it: the headings first. */
export type Table = readonly (readonly string[])[]

export type BookWorkLine = {
  readonly id: string
  readonly title: string
  readonly points: Hundredths | null
}
export type BookPupilLine = {
  readonly id: string
  readonly name: string
  readonly group: string
  /** By the work's id; what there is no mark for is absent. */
  readonly marks: Readonly<Record<string, Hundredths>>
  /** The average as it is shown; empty for none. */
  readonly average: string
}
export type Book = { readonly works: readonly BookWorkLine[]; readonly pupils: readonly BookPupilLine[] }

export type TableHeads = { readonly pupil: string; readonly group: string; readonly average: string }

/** The heading of a column: the title with the points, so that a number in it means something. */
export const headingOf = ({ title, points }: BookWorkLine): string =>
  points === null ? title : `${title} (${showHundredths(points)})`

/** A mark book as a table: pupils down, work across, headings first. */
export const bookTable = ({ works, pupils }: Book, heads: TableHeads): string[][] => [
  [heads.pupil, heads.group, ...works.map(headingOf), heads.average],
  ...pupils.map(({ name, group, marks, average }) => [
    name,
    group,
    ...works.map(({ id }) => (marks[id] === undefined ? '' : showHundredths(marks[id]))),
    average,
  ]),
]

export type ReadCell = { readonly workId: string; readonly placeId: string; readonly mark: Hundredths }

/** What was found in a table: marks that are other than those there are, and what could not be told. */
export type ReadBook = {
  readonly cells: readonly ReadCell[]
  /** Names of lines and of columns that are none of the class, or that several have. */
  readonly unknownPupils: readonly string[]
  readonly unknownWorks: readonly string[]
  /** Fields that are no marks. */
  readonly unreadable: readonly { readonly pupil: string; readonly work: string; readonly text: string }[]
}

/** By what a name in a file is known: without capitals, accents, spaces at the ends, and what guards it from being a formula. */
const keyOf = (text: string): string =>
  foldLetters(text.trim().slice(0, 300).replace(/^'/, '')).replace(/\s+/g, ' ')

/** Each by its key; what several share is none. */
function byKey<T>(list: readonly T[], keys: (one: T) => readonly string[]): Map<string, T | null> {
  const found = new Map<string, T | null>()
  for (const one of list)
    for (const key of new Set(keys(one).map(keyOf))) found.set(key, found.has(key) ? null : one)
  return found
}

/**
 * Reads a table of pupils down and work across, as `bookTable` writes it or as a spreadsheet has it: the first column has the names, and
 * columns whose heading is the title of a piece of work, with its points or without, have marks. Empty fields say nothing.
 */
export function readBookTable(
  table: Table,
  { works, pupils }: Book,
  { heads, scale }: { readonly heads: TableHeads; readonly scale: readonly ScaleStep[] },
): ReadBook {
  const [head = [], ...lines] = table
  const known = byKey(works, work => [work.title, headingOf(work)])
  const ours = new Set([heads.pupil, heads.group, heads.average, ''].map(keyOf))
  const columns = head.map((text, at) =>
    at === 0 || ours.has(keyOf(text)) ? undefined : (known.get(keyOf(text)) ?? null),
  )
  const names = byKey(pupils, pupil => [pupil.name])
  const cells: ReadCell[] = []
  const unreadable: { pupil: string; work: string; text: string }[] = []
  const unknownPupils: string[] = []
  for (const line of lines) {
    const name = line[0]?.trim() ?? ''
    if (!name) continue
    const pupil = names.get(keyOf(name))
    if (!pupil) {
      unknownPupils.push(name.slice(0, 80))
      continue
    }
    columns.forEach((work, at) => {
      const text = line[at]?.trim() ?? ''
      if (!work || !text) return
      const read = work.points === null ? undefined : readMarkOn(text, work.points, scale)
      if (!read?.ok) unreadable.push({ pupil: pupil.name, work: work.title, text: text.slice(0, 20) })
      else if (read.value !== pupil.marks[work.id])
        cells.push({ workId: work.id, placeId: pupil.id, mark: read.value })
    })
  }
  const unknownWorks = head.filter((_, at) => columns[at] === null).map(text => text.trim().slice(0, 160))
  return { cells, unknownPupils, unknownWorks, unreadable }
}

export const ONE_ROSTER_VERSIONS = ['1.1', '1.2'] as const
export type OneRosterVersion = (typeof ONE_ROSTER_VERSIONS)[number]

export type OneRosterWork = BookWorkLine & {
  readonly category: string
  /** Dates as YYYY-MM-DD; empty for none. */
  readonly assigned: string
  readonly due: string
}
export type OneRosterBook = {
  readonly classId: string
  readonly works: readonly OneRosterWork[]
  readonly categories: readonly { readonly name: string; readonly weight: number }[]
  readonly results: readonly {
    readonly workId: string
    readonly placeId: string
    readonly status: 'exempt' | 'fully graded' | 'not submitted' | 'submitted'
    readonly mark: Hundredths | null
    readonly date: string
    readonly late: boolean
    readonly missing: boolean
  }[]
  /** When it was written, as ISO 8601 (1.2 has the time of changes; a bulk file of 1.1 leaves it empty). */
  readonly at: string
}

const BULK = ['categories', 'lineItems', 'results'] as const
const FILES = [
  ...['academicSessions', 'categories', 'classes', 'classResources', 'courses', 'courseResources'],
  ...['demographics', 'enrollments', 'lineItems', 'orgs', 'resources', 'results', 'users'],
]
const MORE_OF_1_2 = [
  'lineItemLearningObjectiveIds',
  'lineItemScoreScales',
  'resultLearningObjectiveIds',
  'resultScoreScales',
  'roles',
  'scoreScales',
  'userProfiles',
  'userResources',
]

/**
 * The marks of a class as the CSV files of OneRoster, an open standard of the 1EdTech Consortium (versions 1.1 and 1.2, "CSV Tables" and
 * "CSV Binding": manifest, categories, lineItems, results), as bulk files. The names of columns and the values of scoreStatus are
 * written from memory. Ids are Oppen's own.
 */
export function oneRosterTables(book: OneRosterBook, version: OneRosterVersion): Record<string, string[][]> {
  const late = version === '1.2'
  const changed = late ? ['active', book.at] : ['', '']
  const categoryId = (name: string) =>
    name ? `category-${keyOf(name).replace(/[^\p{L}\p{N}]+/gu, '-')}` : ''
  const names = [
    ...new Map(book.works.filter(one => one.category).map(one => [categoryId(one.category), one.category])),
  ]
  const weight = (name: string) => book.categories.find(one => keyOf(one.name) === keyOf(name))?.weight ?? ''
  const files = late ? [...FILES, ...MORE_OF_1_2].sort() : FILES
  return {
    'manifest.csv': [
      ['propertyName', 'value'],
      ['manifest.version', '1.0'],
      ['oneroster.version', version],
      ...files.map(file => [`file.${file}`, (BULK as readonly string[]).includes(file) ? 'bulk' : 'absent']),
      ['source.systemName', 'Oppen'],
      ['source.systemCode', 'oppen'],
    ],
    'categories.csv': [
      ['sourcedId', 'status', 'dateLastModified', 'title', ...(late ? ['weight'] : [])],
      ...names.map(([id, name]) => [id, ...changed, name, ...(late ? [String(weight(name))] : [])]),
    ],
    'lineItems.csv': [
      [
        ...[
          'sourcedId',
          'status',
          'dateLastModified',
          'title',
          'description',
          'assignDate',
          'dueDate',
          'classSourcedId',
        ],
        ...['categorySourcedId', 'gradingPeriodSourcedId', 'resultValueMin', 'resultValueMax'],
      ],
      ...book.works.map(({ id, title, points, category, assigned, due }) => [
        ...[id, ...changed, title, '', assigned, due, book.classId, categoryId(category), ''],
        ...['0', points === null ? '' : showHundredths(points)],
      ]),
    ],
    'results.csv': [
      [
        ...[
          'sourcedId',
          'status',
          'dateLastModified',
          'lineItemSourcedId',
          'studentSourcedId',
          'scoreStatus',
          'score',
        ],
        ...['scoreDate', 'comment', ...(late ? ['inProgress', 'incomplete', 'late', 'missing'] : [])],
      ],
      ...book.results.map(one => [
        ...[`${one.workId}-${one.placeId}`, ...changed, one.workId, one.placeId, one.status],
        ...[one.mark === null ? '' : showHundredths(one.mark), one.date, ''],
        ...(late ? ['false', 'false', String(one.late), String(one.missing)] : []),
      ]),
    ],
  }
}

/** Why files of OneRoster cannot be read: which file lacks which column. */
export type MissingColumn = { readonly file: string; readonly column: string }

/**
 * Reads results of OneRoster for a mark book: line items and pupils are known by the ids that Oppen wrote, else line items by their title
 * and pupils by the name in users.csv. What is to be deleted, has no score or is not of this class is passed over.
 */
export function readOneRosterResults(
  files: Readonly<Record<string, Table>>,
  book: Book,
): ReadBook | MissingColumn {
  const results = records(files['results.csv'] ?? [])
  const items = records(files['lineItems.csv'] ?? [])
  for (const [file, found, columns] of [
    ['results.csv', files['results.csv'], ['lineItemSourcedId', 'studentSourcedId', 'score']],
    ['lineItems.csv', files['lineItems.csv'], ['sourcedId', 'title']],
  ] as const) {
    const head = new Set(found?.[0]?.map(text => text.trim().toLowerCase()))
    const column = columns.find(one => !head.has(one.toLowerCase()))
    if (column) return { file, column }
  }
  const titles = new Map(items.map(item => [item.sourcedid ?? '', item.title ?? '']))
  const users = new Map(
    records(files['users.csv'] ?? []).map(user => [
      user.sourcedid ?? '',
      `${user.preferredgivenname || user.givenname || ''} ${user.familyname ?? ''}`.trim(),
    ]),
  )
  const works = new Map(book.works.map(work => [work.id, work]))
  const byTitle = byKey(book.works, work => [work.title])
  const pupils = new Map(book.pupils.map(pupil => [pupil.id, pupil]))
  const byName = byKey(book.pupils, pupil => [pupil.name])
  const cells: ReadCell[] = []
  const unreadable: { pupil: string; work: string; text: string }[] = []
  const [unknownPupils, unknownWorks] = [new Set<string>(), new Set<string>()]
  for (const line of results) {
    const score = line.score?.trim() ?? ''
    if (!score || line.status?.trim().toLowerCase() === 'tobedeleted') continue
    const [item, student] = [line.lineitemsourcedid ?? '', line.studentsourcedid ?? '']
    const title = titles.get(item) ?? item
    const name = users.get(student) ?? student
    const work = works.get(item) ?? byTitle.get(keyOf(title)) ?? undefined
    const pupil = pupils.get(student) ?? byName.get(keyOf(name)) ?? undefined
    if (!work) unknownWorks.add(title.slice(0, 160))
    if (!pupil) unknownPupils.add(name.slice(0, 80))
    if (!work || !pupil) continue
    const read = work.points === null ? undefined : readMark(trimmed(score), work.points)
    if (!read?.ok) unreadable.push({ pupil: pupil.name, work: work.title, text: score.slice(0, 20) })
    else if (read.value !== pupil.marks[work.id])
      cells.push({ workId: work.id, placeId: pupil.id, mark: read.value })
  }
  return { cells, unknownPupils: [...unknownPupils], unknownWorks: [...unknownWorks], unreadable }
}

/** A decimal number without noughts at its end: other programs write "8.500000". */
const trimmed = (score: string): string =>
  /^\d+\.\d+$/.test(score) ? score.replace(/0+$/, '').replace(/\.$/, '') : score

/** The lines of a table by their headings, in small letters. */
function records([head = [], ...lines]: Table): Readonly<Record<string, string | undefined>>[] {
  const names = head.map(text => text.trim().toLowerCase())
  return lines
    .filter(line => line.some(field => field.trim()))
    .map(line => Object.fromEntries(names.map((name, at) => [name, line[at] ?? ''])))
}
