import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { INSTEAD } from '../speech/index.js'
import { anchorAt, anchorsIn, findAnchor, passageText } from './index.js'

describe('the text of a passage', () => {
  it.each([
    ['<p>The tide rises.</p><p>It falls.</p>', 'The tide rises.\nIt falls.\n'],
    ['<h2>Mud</h2><ul><li><p>soft</p></li><li>wet</li></ul>', 'Mud\nsoft\nwet\n'],
    ['<p>salt &amp; sand &lt;3 &#233;&#x2014; &nope;</p>', 'salt & sand <3 é— &nope;\n'],
    [
      '<p>Rain<strong>fall</strong><br>here <img src="/a" alt="x"> now</p>',
      `Rainfall\nhere ${INSTEAD} now\n`,
    ],
    [
      '<p>so <span data-tex="x"><span>x</span> y</span> and <span>more</span></p>',
      `so ${INSTEAD} and more\n`,
    ],
    ['<p>one<audio controls>no voice</audio> two</p>', 'one two\n'],
    ['<table><tr><td>a</td><td>b</td></tr></table>', 'a\nb\n'],
    ['5 < 6', '5 < 6'],
    ['', ''],
  ])('of %s', (html, text) => expect(passageText(html)).toBe(text))

  it('takes a million signs that are no tags in one go', () => {
    expect(passageText('<a'.repeat(500_000))).toHaveLength(1_000_000)
    expect(passageText(`<p>${'a'.repeat(1_000_000)}</p>`)).toHaveLength(1_000_001)
  })
})

describe('an anchor (W3C Web Annotation: text position and text quote selectors)', () => {
  const text = 'The mud is soft. The crab digs. The mud is cold.'

  it('finds its words where they stood, and after something was written before them', () => {
    const anchor = anchorAt(text, { from: 17, to: 31 })
    expect(anchor).toMatchObject({ exact: 'The crab digs.', suffix: ' The mud is cold.' })
    expect(findAnchor(text, anchor)).toEqual({ from: 17, to: 31 })
    expect(findAnchor(`Low tide. ${text}`, anchor)).toEqual({ from: 27, to: 41 })
  })

  it('takes of the same words those with the same around them', () => {
    const second = anchorAt(text, { from: 32, to: 39 })
    expect(text.slice(0, 7)).toBe(second.exact)
    expect(findAnchor(`Oh! ${text}`, second)).toEqual({ from: 36, to: 43 })
    expect(findAnchor('The mud is cold.', second)).toEqual({ from: 0, to: 7 })
  })

  it('says that its words are gone', () => {
    expect(findAnchor('Nothing of it.', anchorAt(text, { from: 17, to: 31 }))).toBeNull()
    expect(() => anchorAt(text, { from: 4, to: 4 })).toThrow(RangeError)
    expect(() => anchorAt(text, { from: 4, to: 400 })).toThrow(RangeError)
  })

  it('of any stretch is found in its text, and after any text was put before or behind', () => {
    const cut = fc
      .tuple(fc.string({ minLength: 2, maxLength: 60 }), fc.nat(), fc.nat())
      .map(([whole, one, other]) => {
        const [a, b] = [one % whole.length, (other % whole.length) + 1]
        return { whole, from: Math.min(a, b - 1), to: Math.max(a + 1, b) }
      })
    const property = fc.property(cut, fc.string(), fc.string(), ({ whole, from, to }, before, behind) => {
      const anchor = anchorAt(whole, { from, to })
      const same = findAnchor(whole, anchor)
      if (!same || whole.slice(same.from, same.to) !== anchor.exact) return false
      const other = `${before}${whole}${behind}`
      const found = findAnchor(other, anchor)
      return found !== null && other.slice(found.from, found.to) === anchor.exact
    })
    fc.assert(property, { seed: 20_261_202 })
  })

  it('stands in the order of the text, with what is gone at the end', () => {
    const of = (exact: string) => ({ anchor: { ...anchorAt(text, { from: 0, to: 1 }), exact } })
    const found = anchorsIn(text, [of('cold'), of('crabs'), of('soft')])
    expect(found.map(({ anchor, span }) => [anchor.exact, span?.from ?? null])).toEqual([
      ['soft', 11],
      ['cold', 43],
      ['crabs', null],
    ])
  })
})
