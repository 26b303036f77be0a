import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  guessColumns,
  readEmail,
  readLanguage,
  readOneRoster,
  readPaste,
  rowsOfTable,
  statusOfRows,
  takeEmail,
} from './index.js'

const names = (text: string, options = {}) => readPaste(text, options).map(row => row.name)

describe('a pasted list', () => {
  it('passes over blank lines and puts spaces in order', () => {
    const text = 'Ada  Moreno\r\n\r\n  Bram\u00a0Okoye \nLena Osei\n\u200bKit Solano'
    expect(readPaste(text).map(({ line, name }) => [line, name])).toEqual([
      [1, 'Ada Moreno'],
      [3, 'Bram Okoye'],
      [4, 'Lena Osei'],
      [5, 'Kit Solano'],
    ])
  })

  it('takes numbers off the front and keeps a pupil’s number from the end', () => {
    expect(
      names(
        '1. Ada Moreno\n2) Bram Okoye\n(3) Kit Solano\n4 Lena Osei\n- Nia Falk\n• Tove Marsh\n12\tVera Stone',
      ),
    ).toEqual(['Ada Moreno', 'Bram Okoye', 'Kit Solano', 'Lena Osei', 'Nia Falk', 'Tove Marsh', 'Vera Stone'])
    expect(readPaste('Ada Moreno, 20461')).toMatchObject([{ name: 'Ada Moreno', number: '20461' }])
    expect(readPaste('7\tAda Moreno\tA1207')).toMatchObject([{ name: 'Ada Moreno', number: 'A1207' }])
  })

  it('turns names round where a comma or capitals say so, and all of them where a person does', () => {
    expect(names('Moreno, Ada\nde la Cruz, Juno Maria')).toEqual(['Ada Moreno', 'Juno Maria de la Cruz'])
    expect(names('MORENO Ada\nO’BRIEN-SATO Ewan\nMORENO LIMA Luis')).toEqual([
      'Ada Moreno',
      'Ewan O’Brien-Sato',
      'Luis Moreno Lima',
    ])
    expect(names('Moreno Ada', { lastNameFirst: true })).toEqual(['Ada Moreno'])
    expect(names('Moreno\tAda', { lastNameFirst: true })).toEqual(['Ada Moreno'])
    expect(names('ADA')).toEqual(['ADA'])
  })

  it('keeps e-mail addresses apart from names', () => {
    expect(
      readPaste(
        'Ada Moreno <Ada@tern.example>\nbram@tern.example; Okoye, Bram\nKit Solano (kit@tern.example)',
      ),
    ).toMatchObject([
      { name: 'Ada Moreno', email: 'ada@tern.example' },
      { name: 'Bram Okoye', email: 'bram@tern.example' },
      { name: 'Kit Solano', email: 'kit@tern.example' },
    ])
    expect(readPaste('ada@tern.example')).toMatchObject([{ name: '', email: 'ada@tern.example' }])
  })

  it('never gives a name with blank ends, and never fails', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), fc.boolean(), (text, lastNameFirst) => {
        for (const row of readPaste(text, { lastNameFirst })) expect(row.name.trim()).toBe(row.name)
      }),
    )
  })

  it('marks what repeats, what is there already, what has no name and what is too long', () => {
    const rows = readPaste(`Ada Moreno\nada moreno\nKit Solano\n${'x'.repeat(81)}\nx@tern.example`)
    expect(statusOfRows(rows, ['kit solano'])).toEqual([
      'new',
      'repeated',
      'onRegister',
      'tooLong',
      'nameless',
    ])
  })
})

describe('a table', () => {
  it('is known by its headings, in several languages', () => {
    expect(guessColumns(['Nr', 'Last name', 'First name', 'E-mail', 'Parent e-mail', 'Group'])).toEqual([
      'number',
      'lastName',
      'firstName',
      'email',
      'familyEmail',
      'group',
    ])
    expect(guessColumns(['Número', 'Nome', 'Apelido', 'Turma'])).toEqual([
      'number',
      'firstName',
      'lastName',
      'group',
    ])
    expect(guessColumns(['Nachname', 'Vorname', 'Sprache'])).toEqual([
      'lastName',
      'firstName',
      'familyLanguage',
    ])
    expect(guessColumns(['Pupil', 'Home language', 'Shoe size'])).toEqual(['name', 'familyLanguage', null])
  })

  it('turns a whole name with a comma in it around, and leaves more than one comma alone', () => {
    const table = [['Moreno, Ada'], ['Bram Okoye'], ['Okoye, Bram, Jr']]
    expect(rowsOfTable(table, ['name'], 1).map(row => row.name)).toEqual([
      'Ada Moreno',
      'Bram Okoye',
      'Okoye, Bram, Jr',
    ])
  })

  it('gives a row for each line with a name', () => {
    const rows = rowsOfTable(
      [
        ['Moreno', 'Ada', 'a@tern.example; b@tern.example', 'português'],
        ['', '', 'c@tern.example', ''],
        ['Okoye', 'Bram', 'not an address', 'xx'],
      ],
      ['lastName', 'firstName', 'familyEmail', 'familyLanguage'],
      2,
    )
    expect(rows).toEqual([
      {
        line: 2,
        name: 'Ada Moreno',
        group: null,
        email: null,
        number: null,
        familyEmails: ['a@tern.example', 'b@tern.example'],
        familyLanguage: 'pt',
      },
      {
        line: 4,
        name: 'Bram Okoye',
        group: null,
        email: null,
        number: null,
        familyEmails: [],
        familyLanguage: null,
      },
    ])
  })
})

describe('OneRoster', () => {
  const enrollments = [
    ['sourcedId', 'status', 'dateLastModified', 'classSourcedId', 'schoolSourcedId', 'userSourcedId', 'role'],
    ['e1', '', '', 'c1', 's', 'u1', 'student'],
    ['e2', '', '', 'c1', 's', 'u2', 'student'],
    ['e3', '', '', 'c1', 's', 't1', 'teacher'],
    ['e4', 'tobedeleted', '', 'c1', 's', 'u3', 'student'],
  ]
  const classes = [
    ['sourcedId', 'status', 'dateLastModified', 'title'],
    ['c1', '', '', 'Garden Science'],
  ]

  it('1.1 gives the pupils of each class, with their families’ addresses', () => {
    const users = [
      [
        'sourcedId',
        'status',
        'dateLastModified',
        'enabledUser',
        'orgSourcedIds',
        'role',
        'username',
        'userIds',
        'givenName',
        'familyName',
        'middleName',
        'identifier',
        'email',
        'sms',
        'phone',
        'agentSourcedIds',
      ],
      [
        'u1',
        '',
        '',
        'true',
        's',
        'student',
        'ada',
        '',
        'Ada',
        'Moreno',
        '',
        '2046',
        'ada@tern.example',
        '',
        '',
        'p1,p2',
      ],
      ['u2', '', '', 'true', 's', 'student', 'bram', '', 'Bram', 'Okoye', '', '', '', '', '', ''],
      ['u3', '', '', 'true', 's', 'student', 'kit', '', 'Kit', 'Solano', '', '', '', '', '', ''],
      ['p1', '', '', 'true', 's', 'parent', 'p', '', 'Luz', 'Moreno', '', '', 'luz@tern.example', '', '', ''],
      ['t1', '', '', 'true', 's', 'teacher', 't', '', 'Ines', 'Varga', '', '', '', '', '', ''],
    ]
    const read = readOneRoster({ users, enrollments, classes })
    expect(read).toMatchObject({
      ok: true,
      value: [
        {
          id: 'c1',
          title: 'Garden Science',
          pupils: [
            {
              name: 'Ada Moreno',
              number: '2046',
              email: 'ada@tern.example',
              familyEmails: ['luz@tern.example'],
            },
            { name: 'Bram Okoye', number: 'u2', email: null, familyEmails: [] },
          ],
        },
      ],
    })
  })

  it('1.2 has the roles in a file of their own, and preferred names', () => {
    const users = [
      [
        'sourcedId',
        'status',
        'dateLastModified',
        'enabledUser',
        'username',
        'userIds',
        'givenName',
        'familyName',
        'middleName',
        'identifier',
        'email',
        'sms',
        'phone',
        'agentSourcedIds',
        'grades',
        'password',
        'userMasterIdentifier',
        'resourceId',
        'preferredGivenName',
      ],
      [
        'u1',
        'active',
        '',
        'true',
        'ada',
        '',
        'Adalberta',
        'Moreno',
        '',
        '',
        '',
        '',
        '',
        '',
        '',
        '',
        '',
        '',
        'Ada',
      ],
    ]
    expect(readOneRoster({ users, enrollments })).toMatchObject({
      value: [{ id: 'c1', title: 'c1', pupils: [{ name: 'Ada Moreno' }] }],
    })
  })

  it('names the file and the column that is missing', () => {
    expect(readOneRoster({ users: [['sourcedId', 'givenName']], enrollments })).toMatchObject({
      refusal: { code: 'roster_column', params: { file: 'users.csv', column: 'familyName' } },
    })
  })
})

it('an e-mail address is read as a browser reads it', () => {
  for (const right of ['a@b', 'Ada.Moreno+x@tern-hollow.example', "o'brien@b.c"])
    expect(readEmail(right).ok).toBe(true)
  for (const wrong of ['', 'a', '@b', 'a@', 'a b@c', 'a@-b', `${'x'.repeat(251)}@b.c`])
    expect(readEmail(wrong), wrong).toMatchObject({ refusal: { code: 'email_unreadable' } })
  expect(takeEmail('Ada <mailto:ada@b.c>')).toEqual({ email: 'ada@b.c', rest: 'Ada ' })
})

it('a language is known by tag and name', () => {
  expect(['pt-PT', 'Français', 'german', 'Klingon', ''].map(readLanguage)).toEqual([
    'pt',
    'fr',
    'de',
    null,
    null,
  ])
})
