// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { network, show, TEACHER } from '../testing/screen.js'
import Palette from './Palette.js'

// jsdom lays nothing out
vi.stubGlobal(
  'ResizeObserver',
  class {
    observe() {}
    unobserve() {}
    disconnect() {}
  },
)
Element.prototype.scrollIntoView = () => undefined

const teaching = (classId: string, className: string) => ({
  classId,
  className,
  archived: false,
  role: 'owner',
  groups: [],
})
const me = { ...TEACHER, ties: [teaching('k1', 'Tides'), teaching('k2', 'Rivers')] } as never

const found = (kind: string, ref: string) => ({
  kind,
  ref,
  title: ref,
  body: null,
  where: 'Tides',
  classId: 'k1',
  draft: false,
})

function opened(results: readonly unknown[] = []) {
  const asked = network({ 'POST /api/search': () => ({ json: { found: results } }) })
  const closed = vi.fn()
  return { asked, closed, ...show(<Palette onClose={closed} />, { me }) }
}

const names = () => screen.getAllByRole('option').map(one => one.textContent)

afterEach(cleanup)

describe('the palette', () => {
  it('comes to show everything there is, and then what fits, best first', async () => {
    const { user } = opened()
    await waitFor(() => expect(names()).toContain('Sign out'))
    await user.keyboard('topics ri')
    await waitFor(() => expect(names()).toEqual(['TopicsRivers']))
  })

  it('goes by Enter to what fits all that was typed, however quickly it came', async () => {
    const { user, address, closed } = opened()
    await waitFor(() => expect(names()).toContain('Sign out'))
    await user.keyboard('topics ri{Enter}')
    await waitFor(() => expect(address()).toBe('/c/k2/topics'))
    expect(closed).toHaveBeenCalled()
  })

  it('has chosen the first of what was found, as it stands there', async () => {
    const { user } = opened([found('file', 'rain.png'), found('work', 'Rain log')])
    await user.keyboard('rain')
    await waitFor(() => expect(names()).toEqual(['Rain logTides', 'rain.pngTides']))
    expect(screen.getByRole('option', { selected: true }).textContent).toBe('Rain logTides')
  })

  it('asks the server once for what is typed without a pause', async () => {
    const { asked } = opened()
    const box = screen.getByRole('combobox')
    for (const value of ['ra', 'rai', 'rain']) fireEvent.change(box, { target: { value } })
    await waitFor(() => expect(screen.getByRole('status').textContent).toBe('0 results.'))
    const searches = asked.filter(one => one.path === '/api/search')
    expect(searches.map(one => one.body)).toEqual([{ words: 'rain' }])
  })
})
