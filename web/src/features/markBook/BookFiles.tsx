import type { MarkBookPage } from '@oppen/contract'
import type { PlaceId, WorkId } from '@oppen/core/ids'
import {
  bookTable,
  type OneRosterVersion,
  oneRosterTables,
  type ReadBook,
  readBookTable,
  readOneRosterResults,
  type Table,
  type TableHeads,
} from '@oppen/core/marks'
import { useState } from 'react'
import { useIds, useNow } from '../../app/session.js'
import { csvOf, download, tableOf, textOf, textsOfZip, zipOf } from '../../app/tables.js'
import { Button } from '../../parts/Button.js'
import { ChooseFile } from '../../parts/ChooseFile.js'
import { Problem } from '../../parts/Feedback.js'
import { Window } from '../../parts/Window.js'
import { listWords } from '../../words/numbers.js'
import { say } from '../../words/say.js'
import { type BookRow, bookOf, oneRosterOf } from './book.js'
import type { Typed } from './useDraftMarks.js'

type Props = {
  readonly page: MarkBookPage
  readonly rows: readonly BookRow[]
  readonly archived: boolean
  readonly onType: (cells: readonly Typed[]) => void
  readonly onClose: () => void
}

/** A mark book has so many marks at most; a file of more is none of it. In bytes. */
const MOST = 8 * 1024 * 1024

const heads = (): TableHeads => ({
  pupil: say('overview_pupil'),
  group: say('book_group'),
  average: say('overview_average'),
})

/** The marks as files for other programs, and marks from such files. */
export function BookFiles({ page, rows, archived, onType, onClose }: Props) {
  const { classId } = useIds()
  const { now, zone } = useNow()
  const [read, setRead] = useState<{ readonly name: string; readonly found: ReadBook } | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const name = page.className.replace(/[\\/:*?"<>|]+/g, ' ').trim()
  const csv = async () =>
    // the mark tells table programs that the text is UTF-8
    download(
      `${name}.csv`,
      `\uFEFF${await csvOf(bookTable(bookOf(page, page.works, rows), heads()))}`,
      'text/csv',
    )
  const roster = async (version: OneRosterVersion) => {
    const tables = oneRosterTables(oneRosterOf(page, rows, { classId, now, zone }), version)
    const texts = await Promise.all(
      Object.entries(tables).map(async ([file, table]) => [file, await csvOf(table)] as const),
    )
    download(`${name} OneRoster ${version}.zip`, await zipOf(Object.fromEntries(texts)), 'application/zip')
  }
  const take = async (file: File) => {
    setRead(null)
    setProblem(null)
    try {
      if (file.size > MOST) throw new Error(say('book_file_large'))
      const found = await readMarks(file, page, rows)
      setRead({ name: file.name, found })
    } catch (error) {
      setProblem(say('book_file_unread', { name: file.name, reason: (error as Error).message }))
    }
  }
  const put = ({ cells }: ReadBook) => {
    onType(
      cells.map(({ workId, placeId, mark }) => ({
        ...{ workId: workId as WorkId, placeId: placeId as PlaceId },
        ...{ text: String(mark / 100), mark },
      })),
    )
    onClose()
  }
  return (
    <Window open onClose={onClose} title={say('book_files')}>
      <section>
        <h3 className="text-base">{say('book_export')}</h3>
        <p className="mb-2 text-sm text-soft">{say('book_export_lead')}</p>
        <div className="flex flex-wrap gap-2">
          <Button onClick={() => void csv()}>{say('book_export_csv')}</Button>
          <Button onClick={() => void roster('1.1')}>OneRoster 1.1</Button>
          <Button onClick={() => void roster('1.2')}>OneRoster 1.2</Button>
        </div>
      </section>
      {!archived && (
        <section className="mt-5 border-t border-rule pt-4">
          <h3 className="text-base">{say('book_import')}</h3>
          <p className="mb-2 text-sm text-soft">{say('book_import_lead')}</p>
          <ChooseFile accept=".csv,.zip,text/csv,application/zip" onFile={file => void take(file)}>
            {say('book_import_choose')}
          </ChooseFile>
          {problem && <Problem words={problem} />}
          {read && <Found {...read} onPut={() => put(read.found)} />}
        </section>
      )}
    </Window>
  )
}

/** Reads marks from a CSV table, or from results of OneRoster in a ZIP. Rejects with why they cannot be read. */
async function readMarks(file: File, page: MarkBookPage, rows: readonly BookRow[]): Promise<ReadBook> {
  const book = bookOf(page, page.works, rows)
  if (!/\.zip$/i.test(file.name)) {
    const table = await tableOf(await textOf(file))
    if (table.length < 2) throw new Error(say('book_file_empty'))
    return readBookTable(table, book, { heads: heads(), scale: page.rules.scale })
  }
  const tables: Record<string, Table> = {}
  for (const [name, text] of await textsOfZip(file))
    for (const known of ['users.csv', 'lineItems.csv', 'results.csv'])
      if (name === known.toLowerCase()) tables[known] = await tableOf(text)
  const found = readOneRosterResults(tables, book)
  if ('column' in found) throw new Error(say('book_file_column', { file: found.file, column: found.column }))
  return found
}

type FoundProps = { readonly name: string; readonly found: ReadBook; readonly onPut: () => void }

/** What a file has, before anything of it is set. */
function Found({ name, found, onPut }: FoundProps) {
  const { cells, unknownPupils, unknownWorks, unreadable } = found
  const some = (names: readonly string[]) =>
    listWords(
      names.length > 8 ? [...names.slice(0, 8), say('book_more', { count: names.length - 8 })] : names,
    )
  return (
    <div className="mt-3 flex flex-col gap-2 text-[0.9375rem]">
      <p className="font-semibold">{say('book_found', { name, count: cells.length })}</p>
      {unknownPupils.length > 0 && <p>{say('book_unknown_pupils', { names: some(unknownPupils) })}</p>}
      {unknownWorks.length > 0 && <p>{say('book_unknown_works', { names: some(unknownWorks) })}</p>}
      {unreadable.length > 0 && (
        <p>
          {say('book_unreadable', {
            list: some(unreadable.map(one => `${one.pupil}, ${one.work}: “${one.text}”`)),
          })}
        </p>
      )}
      <div>
        <Button variant="primary" onClick={onPut} disabled={!cells.length}>
          {say('book_import_go', { count: cells.length })}
        </Button>
      </div>
      <p className="text-sm text-soft">{say('book_import_after')}</p>
    </div>
  )
}
