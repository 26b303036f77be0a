// @vitest-environment jsdom
import { passageText } from '@oppen/core/passage'
import fc from 'fast-check'
import { beforeEach, describe, expect, it } from 'vitest'
import { sentenceBeside } from './marks/useSelected.js'
import { passageOnPage, rangeOfSpan, selectedSpan } from './onPage.js'
import { partAt, partsOf } from './parts.js'

const words = fc.constantFrom('tide', 'mud &amp; sand', 'so ', '', 'crab.')
const inline = fc.oneof(
  words,
  words.map(one => `<strong>${one}</strong>`),
  fc.constantFrom('<br>', '<img src="/x" alt="x">', '<span data-tex="x">x</span>'),
)
const line = fc.array(inline, { minLength: 1, maxLength: 4 }).map(all => all.join(''))
const block = fc.oneof(
  line.map(one => `<p>${one}</p>`),
  line.map(one => `<h2>${one}</h2>`),
  fc
    .array(line, { minLength: 1, maxLength: 3 })
    .map(all => `<ul>${all.map(one => `<li><p>${one}</p></li>`).join('')}</ul>`),
  line.map(one => `<blockquote><p>${one}</p></blockquote>`),
  line,
)
const passage = fc.array(block, { minLength: 1, maxLength: 6 }).map(all => all.join(''))

let root: HTMLElement
beforeEach(() => {
  root = document.createElement('div')
  document.body.replaceChildren(root)
})

/** Puts a passage on the page, in one part or in several. */
function show(parts: readonly { readonly html: string }[]): void {
  root.innerHTML = parts
    .map(({ html }) => `<div data-passage-part><div>${html}</div></div><ol>between</ol>`)
    .join('')
}

describe('a passage on the page', () => {
  it('has the same places as its text, in one part and in several', () => {
    const property = fc.property(passage, html => {
      const text = passageText(html)
      // a line that no block ends is ended by the page
      const same = (shown: string) => shown === text || shown === `${text}\n`
      show([{ html }])
      const whole = passageOnPage(root).text
      const parts = partsOf(html)
      show(parts)
      const parted = passageOnPage(root).text
      return (
        same(whole) &&
        same(parted) &&
        parts.every((part, at) => part.from === (parts[at - 1]?.to ?? 0)) &&
        parts.at(-1)?.to === text.length
      )
    })
    fc.assert(property, { seed: 20_261_202, numRuns: 300 })
  })

  it('is gone to by a stretch of its text, and what is selected is one', () => {
    const html = '<p>The crab <em>digs</em> a hole.</p><p>It waits.</p>'
    show(partsOf(html))
    const text = passageText(html)
    for (const part of ['crab digs', 'hole.\nIt', 'waits']) {
      const span = { from: text.indexOf(part), to: text.indexOf(part) + part.length }
      const range = rangeOfSpan(passageOnPage(root), span) as Range
      document.getSelection()?.removeAllRanges()
      document.getSelection()?.addRange(range)
      expect(selectedSpan(root, document.getSelection())).toEqual(span)
    }
    document.getSelection()?.selectAllChildren(document.body)
    expect(selectedSpan(root, document.getSelection())).toBeUndefined()
  })

  it('has its questions behind the part that a place stands in', () => {
    const parts = partsOf('<p>One.</p><p>Two.</p>')
    expect([0, 4, 5, 9, 99].map(place => partAt(parts, place))).toEqual([0, 0, 1, 1, 1])
  })

  it('is gone through by sentences, one after the other or growing', () => {
    const text = 'One. Two is here. Three.'
    const first = sentenceBeside(text, 'en', undefined, { by: 1, more: false })
    expect(first).toEqual({ from: 0, to: 4 })
    expect(sentenceBeside(text, 'en', first, { by: 1, more: false })).toEqual({ from: 5, to: 17 })
    expect(sentenceBeside(text, 'en', first, { by: 1, more: true })).toEqual({ from: 0, to: 17 })
    expect(sentenceBeside(text, 'en', first, { by: -1, more: false })).toBeUndefined()
  })
})
