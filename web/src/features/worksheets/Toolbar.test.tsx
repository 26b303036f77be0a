// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { useState } from 'react'
import { afterEach, beforeAll, describe, expect, it } from 'vitest'
import type { InkAutosave } from './inkAutosave.js'
import { BEGIN, type Pen } from './pens.js'
import { PhoneToolbar, Toolbar } from './Toolbar.js'

beforeAll(() => {
  // what positions a window of choices watches its size; jsdom has no layout
  globalThis.ResizeObserver ??= class {
    observe() {}
    unobserve() {}
    disconnect() {}
  }
  Element.prototype.hasPointerCapture ??= () => false
})
afterEach(cleanup)

type Which = typeof Toolbar

/** A toolbar that holds its own pen, over a history of its own. */
function held(Which: Which, history: { done: number; undone: number } = { done: 0, undone: 0 }) {
  const seen: { pen: Pen; steps: string[] } = { pen: BEGIN, steps: [] }
  const autosave = {
    history: { done: new Array(history.done).fill({}), undone: new Array(history.undone).fill({}) },
    undo: () => seen.steps.push('undo'),
    redo: () => seen.steps.push('redo'),
  } as unknown as InkAutosave
  const Held = () => {
    const [pen, setPen] = useState(BEGIN)
    const [zoom, setZoom] = useState(1)
    seen.pen = pen
    return <Which pen={pen} onPen={setPen} autosave={autosave} zoom={zoom} onZoom={setZoom} />
  }
  render(<Held />)
  return seen
}
const press = (name: string | RegExp) => userEvent.click(screen.getByRole('button', { name }))
const button = (name: string | RegExp) => screen.getByRole('button', { name }) as HTMLButtonElement

describe('the tools beside a worksheet', () => {
  it('are held one at a time, with an ink and a width of their own', async () => {
    const seen = held(Toolbar)
    await press('Highlighter (H)')
    await press('Red ink')
    expect(seen.pen).toMatchObject({ held: 'highlighter', colour: 'red' })
    expect(button('Highlighter (H)').getAttribute('aria-pressed')).toBe('true')
    expect(button('Pen (P)').getAttribute('aria-pressed')).toBe('false')
  })

  it('go back and forward only where there is something to go to', async () => {
    const seen = held(Toolbar, { done: 1, undone: 0 })
    expect([button('Undo').disabled, button('Redo').disabled]).toEqual([false, true])
    await press('Undo')
    expect(seen.steps).toEqual(['undo'])
  })

  it('stop at the nearest and the farthest', async () => {
    held(Toolbar)
    for (let step = 0; step < 8 && !button('Zoom in').disabled; step++) await press('Zoom in')
    expect(button('Zoom in').disabled).toBe(true)
    expect(screen.getByText('300 %')).toBeDefined()
  })
})

describe('the tools under a thumb', () => {
  it('say what is held, and offer every tool, ink and width a press away', async () => {
    const seen = held(PhoneToolbar)
    await press(/^Tool: Pen/)
    await press('Eraser (E)')
    expect(seen.pen.held).toBe('eraser')
    // the choice is made: what was open is closed
    expect(screen.queryByRole('button', { name: 'Highlighter (H)' })).toBeNull()
    expect(button('Tool: Eraser (E)')).toBeDefined()
    await press(/^Ink and width: /)
    await press('Green ink')
    await press('Broad')
    expect(seen.pen).toMatchObject({ held: 'eraser', colour: 'green' })
    expect(seen.pen.width).toBeGreaterThan(BEGIN.width)
  })
})
