// @vitest-environment jsdom
import type { MarkingPage } from '@oppen/contract'
import { UNTOUCHED } from '@oppen/core/work'
import { cleanup, screen, waitFor } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
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
  },
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

const SENT = { number: 1, mark: '8.5', feedback: 'Well seen.' }
const submissionOf = (name: string) => ({
  work: page.work,
  pupil: { name },
  status: isIn,
  timing,
  feedback: null,
  draft: null,
  worksheet: null,
  files: [],
  notes: [],
  thread: [],
  history: [],
  moves: [],
  handIns: [{ id: 'h1', number: 1, at: NOW, pressedAt: null, html: '<p>x</p>', files: [], worksheet: null }],
})

describe('what is written with the pen', () => {
  it('stays with its pupil while the teacher goes to others, until it is sent', async () => {
    const asked = network({ 'POST /api/classes/k1/works/w1/submissions/p2/hand-back': () => ({ json: {} }) })
    const { user, address } = show(<Screen />, {
      at: `${AT}/p2`,
      path: '/c/:classId/work/:workId/marking/:placeId?',
      read: [
        [['marking', 'k1', 'w1'], page],
        [['submission', 'k1', 'w1', 'p2'], submissionOf('Bo')],
        [['submission', 'k1', 'w1', 'p4'], submissionOf('Dov')],
      ],
    })
    const go = async (key: string, to: string) => {
      screen.getByRole('link', { name: /^Anna/ }).focus()
      await user.keyboard(key)
      await waitFor(() => expect(address()).toBe(`${AT}/${to}`))
    }
    await user.type(await screen.findByLabelText('Mark'), '8.5')
    await user.type(screen.getByLabelText(/^Feedback to Bo/), 'Well seen.')
    await go('n', 'p4')
    expect(await screen.findByLabelText(/^Feedback to Dov/)).toHaveProperty('value', '')
    expect(screen.getByLabelText('Mark')).toHaveProperty('value', '')
    await go('n', 'p2')
    expect(await screen.findByLabelText(/^Feedback to Bo/)).toHaveProperty('value', 'Well seen.')
    expect(screen.getByLabelText('Mark')).toHaveProperty('value', '8.5')
    await user.click(screen.getByRole('button', { name: 'Hand back' }))
    await waitFor(() => expect(asked).toContainEqual(expect.objectContaining({ body: SENT })))
    await go('n', 'p4')
    await go('n', 'p2')
    expect(await screen.findByLabelText(/^Feedback to Bo/)).toHaveProperty('value', '')
  })

  it('gives way to a mark that a colleague has given meanwhile', async () => {
    const marked = (mark: number, feedback: string) => ({
      ...submissionOf('Bo'),
      status: { ...isIn, phase: 'handedBack', mark },
      feedback,
    })
    const { user, address, client } = show(<Screen />, {
      at: `${AT}/p2`,
      path: '/c/:classId/work/:workId/marking/:placeId?',
      read: [
        [['marking', 'k1', 'w1'], page],
        [['submission', 'k1', 'w1', 'p2'], marked(700, 'Good.')],
        [['submission', 'k1', 'w1', 'p4'], submissionOf('Dov')],
      ],
    })
    await user.type(await screen.findByLabelText(/^Feedback to Bo/), ' And more.')
    screen.getByRole('link', { name: /^Anna/ }).focus()
    await user.keyboard('n')
    await waitFor(() => expect(address()).toBe(`${AT}/p4`))
    client.setQueryData(['submission', 'k1', 'w1', 'p2'], marked(900, 'Very good.'))
    await user.keyboard('k')
    await user.keyboard('k')
    await waitFor(() => expect(address()).toBe(`${AT}/p2`))
    expect(await screen.findByLabelText(/^Feedback to Bo/)).toHaveProperty('value', 'Very good.')
    expect(screen.getByLabelText('Mark')).toHaveProperty('value', '9')
  })
})
