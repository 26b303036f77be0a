import { zipSync } from 'fflate'
import papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { Refusal } from '../../app/api.js'
import { editedRows, type RowEdit } from './editedRows.js'
import { readFiles, Unreadable } from './readFile.js'
import { rowsOfSource, sourceOf } from './source.js'

const file = (name: string, text: string | Uint8Array<ArrayBuffer>) => new File([text], name)
const utf16 = (text: string) => new Uint8Array([...text].map(char => char.charCodeAt(0)))

describe('rows as they would be kept', () => {
  const rows = rowsOfSource({
    is: 'text',
    text: 'Anna Reyes\nBo Lund\nAnna Reyes\nCy Hale',
    lastNameFirst: false,
  })
  const edited = (edits: [number, RowEdit][] = [], onRegister: string[] = ['Cy Hale']) =>
    editedRows(rows, new Map(edits), { onRegister, group: 'Heron' })
  const lineOf = (name: string) => rows.find(row => row.name === name)?.line ?? 0

  it('are the new ones; what repeats waits for a word', () => {
    expect(edited().map(row => [row.name, row.status, row.keep])).toEqual([
      ['Anna Reyes', 'new', true],
      ['Bo Lund', 'new', true],
      ['Anna Reyes', expect.stringMatching(/^(repeated|twice|inFile|again)/i), false],
      ['Cy Hale', expect.any(String), false],
    ])
  })

  it('are corrected by hand, and stay so as long as the line reads the same', () => {
    const line = lineOf('Bo Lund')
    const rowsNow = edited([[line, { was: 'Bo Lund', name: 'Bo Lindt', group: 'Wren' }]])
    expect(rowsNow[1]).toMatchObject({ name: 'Bo Lindt', read: 'Bo Lund', group: 'Wren', keep: true })
    const stale = edited([[line, { was: 'Somebody Else', name: 'Bo Lindt' }]])
    expect(stale[1]).toMatchObject({ name: 'Bo Lund', group: 'Heron' })
  })

  it('without a name are never kept, whatever is said', () => {
    const rowsNow = edited([[lineOf('Bo Lund'), { was: 'Bo Lund', name: '  ', keep: true }]])
    expect(rowsNow[1]).toMatchObject({ status: 'nameless', keep: false })
  })
})

describe('a chosen file', () => {
  it('is a table, whatever parts its columns, with its headings guessed', async () => {
    const text = papa.unparse([
      ['First name', 'Last name', 'Group'],
      ['Zoë', 'Quay; or not', 'Wren'],
    ])
    const taken = await readFiles([file('names.csv', text)])
    const source = sourceOf(taken)
    expect(source).toMatchObject({ is: 'table', headings: true })
    expect(rowsOfSource(source)).toMatchObject([{ name: 'Zoë Quay; or not', group: 'Wren' }])
  })

  it('of older programs is read in their code page', async () => {
    const taken = await readFiles([file('names.csv', utf16('Name\nZo\u00eb Qu\u00e4y\n'))])
    expect(taken).toMatchObject({ is: 'table', table: [['Name'], ['Zoë Quäy']] })
  })

  it('without headings has its names in the first column', async () => {
    const source = sourceOf(await readFiles([file('names.csv', 'Anna Reyes\nBo Lund\n')]))
    expect(rowsOfSource(source).map(row => row.name)).toEqual(['Anna Reyes', 'Bo Lund'])
  })

  it('that holds nothing is refused by name', async () => {
    await expect(readFiles([file('empty.csv', '\n\n')])).rejects.toThrow(Unreadable)
    await expect(readFiles([file('empty.csv', '\n\n')])).rejects.toThrow('empty.csv')
    await expect(readFiles([])).rejects.toThrow('no file')
  })

  const users = 'sourcedId,status,enabledUser,givenName,familyName,role\nu1,active,true,Anna,Reyes,student\n'
  const enrollments = 'sourcedId,classSourcedId,userSourcedId,role\ne1,c1,u1,student\n'
  const classes = 'sourcedId,title\nc1,Tides\n'

  it('is an export of classes, as a ZIP or as its files (OneRoster 1.1, CSV binding)', async () => {
    const encode = (text: string) => new TextEncoder().encode(text)
    const zip = zipSync({
      'export/users.csv': encode(users),
      'export/enrollments.csv': encode(enrollments),
      'export/classes.csv': encode(classes),
      'readme.txt': encode('hello'),
    })
    const zipped = await readFiles([file('export.ZIP', new Uint8Array(zip))])
    const loose = await readFiles([
      file('Users.csv', users),
      file('enrollments.csv', enrollments),
      file('classes.csv', classes),
    ])
    for (const taken of [zipped, loose]) {
      expect(taken).toMatchObject({ is: 'roster', classes: [{ id: 'c1' }] })
      expect(rowsOfSource(sourceOf(taken)).map(row => row.name)).toEqual(['Anna Reyes'])
    }
  })

  it('that is no export is refused, and one without a column names the column', async () => {
    await expect(readFiles([file('x.zip', utf16('not a zip'))])).rejects.toThrow(Unreadable)
    await expect(readFiles([file('users.csv', users), file('other.csv', 'a,b')])).rejects.toThrow(Unreadable)
    const broken = readFiles([file('users.csv', 'a,b\n1,2\n'), file('enrollments.csv', enrollments)])
    await expect(broken).rejects.toBeInstanceOf(Refusal)
    await expect(broken).rejects.toMatchObject({ code: 'roster_column' })
  })
})
