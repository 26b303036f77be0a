// @vitest-environment jsdom
import type { MarkingPage } from '@oppen/contract'
import { UNTOUCHED } from '@oppen/core/work'
import { cleanup, screen, waitFor } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { NOW, network, show } from '../../testing/screen.js'
import { Screen } from './MarkingScreen.js'

const AT = '/c/k1/work/w1/marking'
const isIn = { ...UNTOUCHED, phase: 'withTeacher', handIns: 1, handedInAt: NOW - 3_600_000 }
const timing = { opensAt: null, dueAt: NOW + 86_400_000, closesAt: null }
const row = (placeId: string, name: string, status: unknown = UNTOUCHED) => ({
  placeId,
  name,
  timing,
  extended: false,
  status,
  newNotes: 0,
  draft: null,
})
const page = {
  className: 'Tides',
  topicName: null,
  work: {
    id: 'w1',
    kind: 'assignment',
    title: 'Rainfall log',
    points: 1000,
    minutes: 20,
    opensAt: null,
    dueAt: timing.dueAt,
    closesAt: null,
    rubric: null,
    keepBack: false,
  },
  scale: [],
  rows: [row('p1', 'Anna'), row('p2', 'Bo', isIn), row('p3', 'Cleo'), row('p4', 'Dov', isIn)],
} as unknown as MarkingPage

const marking = (at: string) =>
  show(<Screen />, {
    at,
    path: '/c/:classId/work/:workId/marking/:placeId?',
    read: [[['marking', 'k1', 'w1'], page]],
  })

beforeEach(() => void network({}))
afterEach(cleanup)

describe('the keys of marking', () => {
  it('begin with the first who waits, and go from one to the next and round', async () => {
    const { user, address } = marking(AT)
    await waitFor(() => expect(address()).toBe(`${AT}/p2`))
    await user.keyboard('j')
    await waitFor(() => expect(address()).toBe(`${AT}/p3`))
    await user.keyboard('k')
    await waitFor(() => expect(address()).toBe(`${AT}/p2`))
    await user.keyboard('n')
    await waitFor(() => expect(address()).toBe(`${AT}/p4`))
    await user.keyboard('n')
    await waitFor(() => expect(address()).toBe(`${AT}/p2`))
  })

  it('are letters like all others while somebody writes, and nothing with Ctrl or Alt', async () => {
    const { user, address, container } = marking(`${AT}/p2`)
    const field = document.createElement('textarea')
    container.append(field)
    await user.click(field)
    await user.keyboard('jkn')
    expect([field.value, address()]).toEqual(['jkn', `${AT}/p2`])
    field.remove()
    await user.keyboard('{Control>}j{/Control}{Alt>}n{/Alt}')
    expect(address()).toBe(`${AT}/p2`)
  })

  it('stay among those who are chosen to be shown', async () => {
    const { user, address } = marking(`${AT}/p1`)
    await user.click(screen.getByRole('button', { name: /^To mark/ }))
    await user.keyboard('j')
    await waitFor(() => expect(address()).toBe(`${AT}/p2`))
    await user.keyboard('j')
    await waitFor(() => expect(address()).toBe(`${AT}/p4`))
  })
})

const SENT = { number: 1, mark: '8.5', feedback: 'Well seen.', levels: {}, sticker: null }
const isBack = (mark: number) => ({ ...isIn, phase: 'handedBack', mark, handedBackAt: NOW - 60_000 })
const submissionOf = (name: string, more: object = {}) => ({
  work: page.work,
  pupil: { name },
  status: isIn,
  timing,
  ...{ feedback: null, levels: null, sticker: null, scale: [], annotations: 0, draft: null, worksheet: null },
  ...{ files: [], notes: [], thread: [], history: [], moves: [{ kind: 'handIn' }] },
  handIns: [
    {
      id: 'h1',
      number: 1,
      at: NOW,
      pressedAt: null,
      html: '<p>x</p>',
      files: [],
      worksheet: null,
      kept: false,
    },
  ],
  ...more,
})
const AT_P2 = 'PUT /api/classes/k1/works/w1/submissions/p2/mark-draft'
const noDraft = { draft: null, annotations: [] }
const draftOf = (more: object) => ({
  draft: {
    mark: 700,
    feedback: 'Good.',
    levels: {},
    sticker: null,
    ready: false,
    version: 'v1',
    by: 'Mr Plover',
    mine: false,
    at: NOW,
    ...more,
  },
  annotations: [],
})
const open = (submissions: object = {}, desks: object = {}, work: object = page.work) => {
  const known = { p2: submissionOf('Bo'), p4: submissionOf('Dov'), ...submissions }
  const lying = { p2: noDraft, p4: noDraft, ...desks }
  return show(<Screen />, {
    at: `${AT}/p2`,
    path: '/c/:classId/work/:workId/marking/:placeId?',
    read: [
      [['marking', 'k1', 'w1'], { ...page, work }],
      [['phrases'], [{ id: 'x', text: 'Well done, {name}!' }]],
      ...Object.entries(known).map(([id, one]) => [['submission', 'k1', 'w1', id], one] as const),
      ...Object.entries(lying).map(([id, one]) => [['desk', 'k1', 'w1', id], one] as const),
    ] as never,
  })
}
const mark = () => screen.findByLabelText('Mark')
const feedback = (name = 'Bo') => screen.findByLabelText(new RegExp(`^Feedback to ${name}`))

describe('what is written with the pen', () => {
  beforeEach(() => localStorage.clear())

  it('is saved as it is typed and stays with its pupil, until it is handed back', async () => {
    const asked = network({
      [AT_P2]: () => ({ json: { version: 'v1' } }),
      'POST /api/classes/k1/works/w1/submissions/p2/hand-back': () => ({ json: {} }),
    })
    const { user, address } = open()
    const go = async (key: string, to: string) => {
      screen.getByRole('link', { name: /^Anna/ }).focus()
      await user.keyboard(key)
      await waitFor(() => expect(address()).toBe(`${AT}/${to}`))
    }
    await user.type(await mark(), '8.5')
    await user.type(await feedback(), 'Well seen.')
    await go('n', 'p4')
    expect(await feedback('Dov')).toHaveProperty('value', '')
    expect(await mark()).toHaveProperty('value', '')
    await waitFor(() =>
      expect(asked.findLast(one => one.method === 'PUT')?.body).toMatchObject({
        mark: '8.5',
        feedback: 'Well seen.',
        ready: false,
      }),
    )
    await go('n', 'p2')
    // the server has it now, and this page reads it from there
    await user.clear(await mark())
    await user.type(await mark(), '8.5')
    await user.clear(await feedback())
    await user.type(await feedback(), 'Well seen.')
    await user.click(screen.getByRole('button', { name: 'Hand back' }))
    await waitFor(() =>
      expect(asked).toContainEqual(expect.objectContaining({ body: expect.objectContaining(SENT) })),
    )
    // and the next one to mark is there at once, ready to be written on
    await waitFor(() => expect(address()).toBe(`${AT}/p4`))
    await waitFor(async () => expect(document.activeElement).toBe(await mark()))
  })

  it('stays on the device where nothing can be sent, and says so', async () => {
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('offline')))
    const { user, unmount } = open()
    await user.type(await feedback(), 'Well')
    await screen.findByText(/^Saved on this device/)
    unmount()
    open()
    expect(await feedback()).toHaveProperty('value', 'Well')
  })

  it('gives way to what a colleague has written meanwhile, where nothing of it is one’s own', async () => {
    const { client } = open({}, { p2: draftOf({}) })
    expect(await mark()).toHaveProperty('value', '7')
    client.setQueryData(['desk', 'k1', 'w1', 'p2'], draftOf({ mark: 900, version: 'v2' }))
    await waitFor(async () => expect(await mark()).toHaveProperty('value', '9'))
  })

  it('is laid beside what a colleague has written meanwhile, and the teacher chooses', async () => {
    const theirs = draftOf({ feedback: 'Theirs.' })
    const asked = network({
      [AT_P2]: (body: { seen: { draft: string | null } }) =>
        body.seen.draft === 'v1'
          ? { json: { version: 'v2' } }
          : { status: 409, json: { error: { code: 'mark_draft_changed' } } },
      'GET /api/classes/k1/works/w1/submissions/p2': () => ({ json: submissionOf('Bo') }),
      'GET /api/classes/k1/works/w1/submissions/p2/desk': () => ({ json: theirs }),
    } as never)
    const { user } = open()
    await user.type(await feedback(), 'Mine.')
    await screen.findByText('Theirs.')
    expect(await feedback()).toHaveProperty('value', 'Mine.')
    await user.click(screen.getByRole('button', { name: 'Use mine' }))
    await waitFor(() => expect(screen.queryByText('Theirs.')).toBeNull())
    // what was typed in pauses may have been sent before; what holds is sent over the colleague's
    await waitFor(() =>
      expect(asked.filter(one => one.method === 'PUT').map(one => one.body)).toContainEqual(
        expect.objectContaining({ feedback: 'Mine.', seen: expect.objectContaining({ draft: 'v1' }) }),
      ),
    )
  })

  it('is done with one key where marks are kept back, and what cannot be read is said', async () => {
    const asked = network({ [AT_P2]: () => ({ json: { version: 'v1' } }) })
    const { user, address } = open({}, {}, { ...page.work, keepBack: true })
    await user.type(await mark(), '88')
    await user.keyboard('{Control>}{Enter}{/Control}')
    await screen.findByText(/more than the 10 points/)
    expect(asked.filter(one => one.method === 'PUT')).toEqual([])
    await user.clear(await mark())
    await user.type(await mark(), '8')
    await user.keyboard('{Control>}{Enter}{/Control}')
    await waitFor(() => expect(address()).toBe(`${AT}/p4`))
    const saved = asked.filter(one => `${one.method} ${one.path}` === AT_P2)
    expect(saved.at(-1)?.body, JSON.stringify(asked)).toMatchObject({ mark: '8', ready: true })
  })

  it('takes a phrase with Alt and its number, about whom it is', async () => {
    const { user } = open()
    await user.type(await feedback(), 'Yes.')
    await user.keyboard('{Alt>}1{/Alt}')
    expect(await feedback()).toHaveProperty('value', 'Yes. Well done, Bo!')
  })

  it('takes levels of a rubric by their numbers, and the mark follows', async () => {
    const level = (id: string, points: number) => ({ id, name: `Level ${id}`, points })
    const rubric = [
      { id: 'c1', name: 'Readings', levels: [level('a', 400), level('b', 200)] },
      { id: 'c2', name: 'Words', levels: [level('a', 600), level('b', 50)] },
    ]
    const { user } = open({}, {}, { ...page.work, rubric })
    await feedback()
    screen.getByRole('link', { name: /^Anna/ }).focus()
    await user.keyboard('m2')
    expect(screen.getByRole('radio', { name: /^Level b 2/ })).toHaveProperty('checked', true)
    expect(await mark()).toHaveProperty('value', '')
    await user.keyboard('2')
    expect(await mark()).toHaveProperty('value', '2.5')
    await user.type(await mark(), '{Backspace}{Backspace}{Backspace}3')
    await screen.findByText(/^The rubric comes to 2.5/)
  })

  it('begins from what was handed back', async () => {
    open({ p2: submissionOf('Bo', { status: isBack(700), feedback: 'Good.' }) })
    expect(await mark()).toHaveProperty('value', '7')
    expect(await feedback()).toHaveProperty('value', 'Good.')
  })
})

describe('names that are hidden', () => {
  it('stand nowhere on the desk', async () => {
    const { user, container } = open()
    await feedback()
    await user.click(screen.getByLabelText('Hide names'))
    for (const name of ['Anna', 'Bo', 'Cleo', 'Dov'])
      expect(container.textContent).not.toMatch(new RegExp(`\\b${name}\\b`))
    expect(screen.getAllByRole('link', { name: /^Pupil \d/ })).toHaveLength(4)
  })
})
