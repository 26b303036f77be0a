import { describe, expect, it } from 'vitest'
import { isBlank, LIMITS, readText } from './index.js'

describe('a typed text', () => {
  it('is kept as it was written, without blank ends', () => {
    expect(readText('note', ' \n a  b\n\n c \t')).toEqual({ ok: true, value: 'a  b\n\n c' })
  })

  it.each(['', '   ', '\n\t\u00a0\u2003'])('of nothing but blanks (%j) is refused as empty', text => {
    expect(readText('title', text)).toMatchObject({
      refusal: { code: 'text_empty', params: { what: 'title' } },
    })
  })

  it.each(Object.entries(LIMITS))(
    'of the kind %s is taken up to %i characters, blank ends not counted',
    (kind, most) => {
      const read = (length: number) => readText(kind as keyof typeof LIMITS, ` ${'x'.repeat(length)} `)
      expect(read(most)).toMatchObject({ ok: true })
      expect(read(most + 1)).toMatchObject({
        refusal: { code: 'text_long', params: { what: kind, most, got: most + 1 } },
      })
    },
  )
})

describe('formatted text', () => {
  it.each([
    '',
    '<p></p>',
    '<p><br></p>',
    '<p>&nbsp;</p><p> \n</p>',
    '<ul><li><p></p></li></ul>',
    '<table><tr><td><p></p></td></tr></table>',
    '<hr>',
  ])('%j says nothing', html => {
    expect(isBlank(html)).toBe(true)
  })

  it.each([
    '<p>a</p>',
    '<p>0</p>',
    '<p>.</p>',
    '<p>&lt;</p>',
    '<p>語</p>',
    '<p><img src="/api/x"></p>',
    '<p><span data-tex="x^2"></span></p>',
    'without a paragraph',
  ])('%j says something', html => {
    expect(isBlank(html)).toBe(false)
  })
})
