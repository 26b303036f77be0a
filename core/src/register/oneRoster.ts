import { tidyName } from '../joining/index.js'
import { err, type Outcome, ok, type Refusal } from '../outcome/index.js'
import { readEmail } from './email.js'
import { emptyRow, type RegisterRow } from './row.js'

/**
 * Reads classes and their pupils from the CSV files of OneRoster, an open standard of the 1EdTech Consortium
 * (versions 1.1 and 1.2, "CSV Tables": users.csv, roles.csv, classes.csv, enrollments.csv). The column names are
 * written from memory: sourcedId, status, givenName, familyName, preferredGivenName (1.2), email, identifier, role
 * (in users.csv in 1.1, in roles.csv in 1.2), agentSourcedIds; classSourcedId, userSourcedId and role of
 * enrollments; title of classes.
 */
export type RosterClass = {
  readonly id: string
  readonly title: string
  readonly pupils: readonly RegisterRow[]
}

/** A table as a CSV reader gives it: the headings first. */
export type Table = readonly (readonly string[])[]

export type RosterFiles = { readonly users: Table; readonly enrollments: Table; readonly classes?: Table }

type Line = Readonly<Record<string, string>>

/**
 * The classes with pupils in them. Refuses `roster_column` where a column that is needed is missing, with `file`
 * and `column`. What is marked `tobedeleted` is passed over.
 */
export function readOneRoster(
  files: RosterFiles,
): Outcome<RosterClass[], Refusal & { readonly code: 'roster_column' }> {
  const missing =
    missingColumn('users.csv', files.users, ['sourcedId', 'givenName', 'familyName']) ??
    missingColumn('enrollments.csv', files.enrollments, ['classSourcedId', 'userSourcedId', 'role'])
  if (missing) return missing
  const users = new Map(records(files.users).map(user => [user.sourcedid ?? '', user]))
  const titles = new Map(records(files.classes ?? []).map(one => [one.sourcedid ?? '', one.title ?? '']))
  const pupils = new Map<string, RegisterRow[]>()
  for (const [index, enrolled] of records(files.enrollments).entries()) {
    const user = users.get(enrolled.usersourcedid ?? '')
    if (!user || enrolled.role?.toLowerCase() !== 'student') continue
    const of = enrolled.classsourcedid ?? ''
    pupils.set(of, [...(pupils.get(of) ?? []), rowOf(user, users, index + 2)])
  }
  return ok([...pupils].map(([id, rows]) => ({ id, title: titles.get(id) || id, pupils: rows })))
}

function rowOf(user: Line, users: ReadonlyMap<string, Line>, line: number): RegisterRow {
  const given = user.preferredgivenname || user.givenname || ''
  const name = tidyName(`${given} ${user.preferredfamilyname || user.familyname || ''}`)
  const families = (user.agentsourcedids ?? '').split(',').flatMap(id => {
    const agent = users.get(id.trim())
    return agent ? (emailOf(agent) ?? []) : []
  })
  const number = user.identifier || user.sourcedid || null
  return { ...emptyRow(line, name), email: emailOf(user), number, familyEmails: families }
}

function emailOf(user: Line): string | null {
  const read = readEmail(user.email ?? '')
  return read.ok ? read.value : null
}

function records(table: Table): Line[] {
  const [headings = [], ...rows] = table
  return rows
    .map(row => Object.fromEntries(headings.map((heading, at) => [keyOf(heading), (row[at] ?? '').trim()])))
    .filter(record => record.status?.toLowerCase() !== 'tobedeleted')
}

const keyOf = (heading: string): string => heading.trim().toLowerCase()

function missingColumn(file: string, table: Table, needed: readonly string[]) {
  const headings = new Set((table[0] ?? []).map(keyOf))
  const column = needed.find(one => !headings.has(keyOf(one)))
  return column === undefined ? undefined : err('roster_column', { file, column })
}
