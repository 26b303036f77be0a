import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { COLUMN_OF, PAPERS, type ReadingSettings, ROOM_OF, SIZES, USUAL } from '@oppen/core/readingHelp'
import { describe, expect, it } from 'vitest'
import { readingAttributes } from '../../app/reading.js'

const read = (file: string) => readFileSync(join(import.meta.dirname, '../..', file), 'utf8')
const css = read('reading.css')

/** What is said under a selector, outside of media queries or within the one for dark devices. */
function rule(selector: string, dark = false): string {
  const [light = '', ...night] = css.split('@media (prefers-color-scheme: dark)')
  const text = dark ? night.join() : light
  const from = text.indexOf(`${selector} {`)
  return from < 0 ? '' : text.slice(from, text.indexOf('}', from))
}
const value = (text: string, name: string) => new RegExp(`${name}: ([^;]+);`).exec(text)?.[1]

describe('the style sheet says what the rules say', () => {
  it.each(SIZES)('of letters of %i percent', size => {
    expect(Number(value(rule(`[data-read-size="${size}"]`), '--read-size'))).toBe(size / 100)
  })
  it.each(Object.entries(ROOM_OF))('of the room “%s”', (name, room) => {
    const said = rule(`[data-read-room="${name}"]`)
    expect(Number.parseFloat(value(said, '--read-letter') ?? '')).toBe(room.letter)
    expect(Number.parseFloat(value(said, '--read-word') ?? '')).toBe(room.word)
    expect(Number(value(said, '--read-line'))).toBe(room.line)
    expect(Number.parseFloat(value(said, '--read-paragraph') ?? '')).toBe(room.paragraph)
  })
  it.each(Object.entries(COLUMN_OF))('of the column “%s”', (name, width) => {
    const said = value(rule(`[data-read-column="${name}"]`), '--read-column')
    expect(said).toBe(width === null ? 'none' : `${width}ch`)
  })
})

describe('nothing is set for what is as usual, and each choice once', () => {
  it.each<[Partial<ReadingSettings>, Record<string, string>]>([
    [{}, {}],
    [{ size: 150 }, { 'data-read-size': '150' }],
    [
      { size: 200, screens: true },
      { 'data-read-size': '200', 'data-read-screens': '130' },
    ],
    [{ screens: true }, {}],
    [
      { numbered: true, paper: 'mist' },
      { 'data-read-numbered': '', 'data-read-paper': 'mist' },
    ],
  ])('%j', (chosen, set) => {
    const all = readingAttributes({ ...USUAL, ...chosen })
    expect(Object.fromEntries(Object.entries(all).filter(([, one]) => one !== undefined))).toEqual(set)
  })
})

/** Relative luminance and contrast ratio as WCAG 2.2 defines them (https://www.w3.org/TR/WCAG22/#dfn-contrast-ratio). */
function luminance(colour: string): number {
  const [r = 0, g = 0, b = 0] = [1, 3, 5].map(at => {
    const part = Number.parseInt(colour.slice(at, at + 2), 16) / 255
    return part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4
  })
  return 0.2126 * r + 0.7152 * g + 0.0722 * b
}
function contrast(one: string, other: string): number {
  const [light, dark] = [luminance(one), luminance(other)].sort((a, b) => b - a) as [number, number]
  return (light + 0.05) / (dark + 0.05)
}

describe('on each paper', () => {
  const style = read('style.css')
  const [theme = '', night = ''] = style.split('@media (prefers-color-scheme: dark)')
  const papers = PAPERS.filter(one => one !== 'usual')
  it('a contrast is worked out as the standard has it: black on white is 21, and #777777 on white 4.48', () => {
    expect(contrast('#000000', '#ffffff')).toBe(21)
    expect(contrast('#ffffff', '#777777')).toBeCloseTo(4.48, 2)
  })
  it.each(papers.flatMap(paper => [[paper, 'by day'] as const, [paper, 'by night'] as const]))(
    '“%s” %s text has the contrast it has to have',
    (paper, when) => {
      const dark = when === 'by night'
      const sheet = value(rule(`[data-read-paper="${paper}"]`, dark), '--color-sheet') ?? ''
      const colour = (name: string) => value(dark ? night : theme, `--color-${name}`) ?? ''
      expect(contrast(colour('ink'), sheet), 'ink').toBeGreaterThanOrEqual(7)
      for (const name of ['soft', 'blue', 'leaf', 'teal', 'rust'])
        expect(contrast(colour(name), sheet), name).toBeGreaterThanOrEqual(4.5)
    },
  )

  it.each(['spoken', 'shown'])('what is marked as %s can be read, by day and by night', name => {
    const [day = '', dark = ''] = [...css.matchAll(new RegExp(`--color-${name}: (#\\w+);`, 'g'))].map(
      ([, colour]) => colour,
    )
    for (const [mark, colours] of [
      [day, theme],
      [dark, night],
    ] as const) {
      const colour = (one: string) => value(colours, `--color-${one}`) ?? ''
      expect(contrast(colour('ink'), mark), `${name} ${mark}`).toBeGreaterThanOrEqual(7)
      for (const one of ['soft', 'blue', 'rust'])
        expect(contrast(colour(one), mark), `${one} on ${name} ${mark}`).toBeGreaterThanOrEqual(4.5)
    }
  })
})
