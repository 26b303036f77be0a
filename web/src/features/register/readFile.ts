import { type RosterClass, readOneRoster, type Table } from '@oppen/core/register'
import { Refusal } from '../../app/api.js'
import { tableOf, textOf, textsOfZip } from '../../app/tables.js'
import { say } from '../../words/say.js'

/** What a chosen file holds: a table, or the classes of a OneRoster export. */
export type Taken =
  | { readonly is: 'table'; readonly name: string; readonly table: Table }
  | { readonly is: 'roster'; readonly name: string; readonly classes: readonly RosterClass[] }

/** A file that cannot be read, with the reason in words. */
export class Unreadable extends Error {}

/**
 * Reads a CSV table, or a OneRoster export as a ZIP or as its CSV files. Throws `Unreadable` where there is nothing
 * to be read, and `Refusal` where a column of the export is missing.
 */
export async function readFiles(files: readonly File[]): Promise<Taken> {
  const [first] = files
  if (!first) throw new Error('no file was chosen')
  if (/\.zip$/i.test(first.name)) return rosterOf(first.name, await unzipped(first))
  if (files.length > 1) {
    const named = await Promise.all(
      files.map(async file => [file.name.toLowerCase(), await textOf(file)] as const),
    )
    return rosterOf(first.name, new Map(named))
  }
  const table = await tableOf(await textOf(first))
  if (!table.length) throw unread(first.name, say('register_file_no_rows'))
  return { is: 'table', name: first.name, table }
}

const unread = (name: string, reason: string) => new Unreadable(say('register_file_unread', { name, reason }))

async function unzipped(file: File): Promise<Map<string, string>> {
  try {
    return await textsOfZip(file)
  } catch (error) {
    throw unread(file.name, (error as Error).message)
  }
}

async function rosterOf(name: string, files: ReadonlyMap<string, string>): Promise<Taken> {
  const [users, enrollments, classes] = ['users.csv', 'enrollments.csv', 'classes.csv'].map(one =>
    files.get(one),
  )
  if (users === undefined || enrollments === undefined) throw unread(name, say('register_file_no_roster'))
  const read = readOneRoster({
    users: await tableOf(users),
    enrollments: await tableOf(enrollments),
    ...(classes !== undefined && { classes: await tableOf(classes) }),
  })
  if (!read.ok) throw new Refusal(422, read.refusal)
  if (!read.value.length) throw unread(name, say('register_file_no_rows'))
  return { is: 'roster', name, classes: read.value }
}
