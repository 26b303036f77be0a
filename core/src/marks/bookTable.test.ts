import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  type Book,
  bookTable,
  type OneRosterBook,
  oneRosterTables,
  readBookTable,
  readOneRosterResults,
} from './index.js'

const heads = { pupil: 'Pupil', group: 'Group', average: 'Average' }
const book: Book = {
  works: [
    { id: 'w1', title: 'Rain log', points: 1000 },
    { id: 'w2', title: 'Soil jar', points: 850 },
    { id: 'w3', title: 'Read', points: null },
  ],
  pupils: [
    { id: 'p1', name: 'Anna Reyes', group: 'Heron', marks: { w1: 850, w2: 0 }, average: '45.9' },
    { id: 'p2', name: 'Bo Lund', group: 'Wren', marks: {}, average: '' },
    { id: 'p3', name: '=Cléo', group: 'Wren', marks: { w1: 1000 }, average: '100' },
  ],
}
const read = (table: string[][], of = book) => readBookTable(table, of, { heads, scale: [] })

describe('a mark book as a table', () => {
  it('has pupils down and work across, with the points in the headings', () => {
    expect(bookTable(book, heads)).toEqual([
      ['Pupil', 'Group', 'Rain log (10)', 'Soil jar (8.5)', 'Read', 'Average'],
      ['Anna Reyes', 'Heron', '8.5', '0', '', '45.9'],
      ['Bo Lund', 'Wren', '', '', '', ''],
      ['=Cléo', 'Wren', '10', '', '', '100'],
    ])
  })

  it('read back changes nothing, and into an empty book gives every mark', () => {
    const mark = fc.integer({ min: 0, max: 1000 })
    fc.assert(
      fc.property(
        fc.array(fc.option(mark), { minLength: 3, maxLength: 3 }),
        fc.array(mark, { minLength: 3, maxLength: 3 }),
        (first, second) => {
          const pupils = book.pupils.map((pupil, at) => {
            const one = first[at]
            return {
              ...pupil,
              marks: {
                ...(one !== null && one !== undefined && { w1: one }),
                w2: Math.min(850, second[at] ?? 0),
              },
            }
          })
          const table = bookTable({ ...book, pupils }, heads)
          expect(read(table, { ...book, pupils })).toEqual({
            cells: [],
            unknownPupils: [],
            unknownWorks: [],
            unreadable: [],
          })
          const empty = pupils.map(pupil => ({ ...pupil, marks: {} }))
          const { cells } = read(table, { ...book, pupils: empty })
          expect(cells).toHaveLength(pupils.flatMap(pupil => Object.keys(pupil.marks)).length)
          for (const { workId, placeId, mark: value } of cells)
            expect(pupils.find(one => one.id === placeId)?.marks[workId as 'w1']).toBe(value)
        },
      ),
    )
  })

  it('knows names and titles however they are written, and what guards a field from being a formula', () => {
    const { cells, unknownPupils, unknownWorks } = read([
      ['name', 'RAIN LOG', 'Pond', 'soil  jar (8.5)'],
      [' anna reyes ', '9', '1', '8,5'],
      ["'=Cleo", '7', '', ''],
      ['Dan', '5', '', ''],
      ['', '', '', ''],
    ])
    expect(cells).toEqual([
      { workId: 'w1', placeId: 'p1', mark: 900 },
      { workId: 'w2', placeId: 'p1', mark: 850 },
      { workId: 'w1', placeId: 'p3', mark: 700 },
    ])
    expect([unknownPupils, unknownWorks]).toEqual([['Dan'], ['Pond']])
  })

  it('takes no name or title that two share, and names what is no mark', () => {
    const twice = {
      works: [...book.works, { id: 'w4', title: 'rain log', points: 500 }],
      pupils: [...book.pupils, { id: 'p4', name: 'bo lund', group: '', marks: {}, average: '' }],
    }
    const { cells, ...left } = read(
      [
        ['', 'Rain log', 'Soil jar'],
        ['Bo Lund', '5', '5'],
        ['Anna Reyes', '5', '9'],
      ],
      twice,
    )
    expect(cells).toEqual([])
    expect(left).toEqual({
      unknownPupils: ['Bo Lund'],
      unknownWorks: ['Rain log'],
      unreadable: [{ pupil: 'Anna Reyes', work: 'Soil jar', text: '9' }],
    })
    expect(read([])).toMatchObject({ cells: [] })
  })
})

describe('results of OneRoster', () => {
  const oneRoster: OneRosterBook = {
    classId: 'k1',
    at: '2026-10-14T14:00:00.000Z',
    works: [
      {
        ...(book.works[0] as (typeof book.works)[0]),
        category: 'Field notes',
        assigned: '2026-10-01',
        due: '2026-10-09',
      },
      { ...(book.works[1] as (typeof book.works)[0]), category: '', assigned: '', due: '' },
    ],
    categories: [{ name: 'field notes', weight: 40 }],
    results: [
      {
        workId: 'w1',
        placeId: 'p1',
        status: 'fully graded',
        mark: 850,
        date: '2026-10-10',
        late: true,
        missing: false,
      },
      { workId: 'w1', placeId: 'p2', status: 'exempt', mark: null, date: '', late: false, missing: false },
      {
        workId: 'w2',
        placeId: 'p2',
        status: 'not submitted',
        mark: null,
        date: '',
        late: false,
        missing: true,
      },
    ],
  }

  it('have the columns of each version, as many in each line as in the head', () => {
    for (const version of ['1.1', '1.2'] as const)
      for (const [name, [head = [], ...lines]] of Object.entries(oneRosterTables(oneRoster, version)))
        for (const line of lines) expect(line.length, `${name} of ${version}`).toBe(head.length)
    const { 'results.csv': results, 'categories.csv': categories } = oneRosterTables(oneRoster, '1.2')
    expect(results?.[1]).toEqual([
      ...['w1-p1', 'active', oneRoster.at, 'w1', 'p1', 'fully graded', '8.5', '2026-10-10', ''],
      ...['false', 'false', 'true', 'false'],
    ])
    expect(categories?.[1]).toEqual(['category-field-notes', 'active', oneRoster.at, 'Field notes', '40'])
    // in bulk files of 1.1 status and the time of changes stay empty
    expect(oneRosterTables(oneRoster, '1.1')['results.csv']?.[1]?.slice(0, 3)).toEqual(['w1-p1', '', ''])
  })

  it('read back give every mark once, and nothing for what has none', () => {
    for (const version of ['1.1', '1.2'] as const) {
      const empty = { ...book, pupils: book.pupils.map(pupil => ({ ...pupil, marks: {} })) }
      expect(readOneRosterResults(oneRosterTables(oneRoster, version), empty)).toEqual({
        ...{ cells: [{ workId: 'w1', placeId: 'p1', mark: 850 }], unknownPupils: [] },
        ...{ unknownWorks: [], unreadable: [] },
      })
    }
  })

  it('of another program are known by titles and names', () => {
    const files = {
      'users.csv': [
        ['sourcedId', 'givenName', 'familyName'],
        ['u1', 'Bo', 'Lund'],
        ['u2', 'Kit', 'Sol'],
      ],
      'lineItems.csv': [
        ['sourcedId', 'title'],
        ['i1', 'Rain Log'],
        ['i2', 'Pond'],
      ],
      'results.csv': [
        ['sourcedId', 'status', 'lineItemSourcedId', 'studentSourcedId', 'score'],
        ['r1', 'active', 'i1', 'u1', '7.500000'],
        ['r2', 'tobedeleted', 'i1', 'u1', '1'],
        ['r3', 'active', 'i2', 'u1', '3'],
        ['r4', 'active', 'i1', 'u2', '3'],
        ['r5', 'active', 'i1', 'u1', '99'],
      ],
    }
    expect(readOneRosterResults(files, book)).toEqual({
      cells: [{ workId: 'w1', placeId: 'p2', mark: 750 }],
      unknownPupils: ['Kit Sol'],
      unknownWorks: ['Pond'],
      unreadable: [{ pupil: 'Bo Lund', work: 'Rain log', text: '99' }],
    })
    expect(readOneRosterResults({ ...files, 'results.csv': [['sourcedId']] }, book)).toEqual({
      file: 'results.csv',
      column: 'lineItemSourcedId',
    })
    expect(readOneRosterResults({}, book)).toMatchObject({ file: 'results.csv' })
  })
})
