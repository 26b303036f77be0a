import { pack } from '@oppen/core/ink'
import sharp from 'sharp'
import { afterAll, describe, expect, it } from 'vitest'
import { readPdf } from '../testing/readBack.js'
import { makeWorkers } from '../workers/workers.js'
import { formulaMarkup } from './formulaMarkup.js'
import { drawFormula } from './formulas.js'

const workers = makeWorkers()
afterAll(() => workers.close())

const print = async (html: string, pictures: ReadonlyMap<string, Uint8Array> = new Map()) =>
  (
    await readPdf(
      await workers.documents.run('print', { title: 'Rain', html, foot: 'Garden Science', pictures }),
    )
  ).pages

describe('a written page on paper', () => {
  it('has its number and whose it is at the foot of each sheet, which is A4', async () => {
    const pages = await print('<p>A long story of rain.</p>'.repeat(120))
    expect(pages.length).toBeGreaterThan(2)
    for (const [index, { text, width, height }] of pages.entries()) {
      expect(text).toMatch(/Garden Science/)
      expect(text).toMatch(new RegExp(`${index + 1} / ${pages.length}`))
      // ISO 216: 210 by 297 mm, at 72 points to 25.4 mm
      expect([width, height]).toEqual([
        expect.closeTo((210 / 25.4) * 72, 0),
        expect.closeTo((297 / 25.4) * 72, 0),
      ])
    }
    expect(pages.map(page => page.text.match(/A long story/g)?.length ?? 0).reduce((a, b) => a + b)).toBe(120)
  })

  it('keeps every word, whatever it stands in', async () => {
    const [page] = await print(
      `words alone<p>one<br>two <u>three</u> <s>four</s> <em><strong>five</strong></em></p><ol start="4"><li><p>six</p><ul><li><p>seven</p></li></ul></li></ol>
       <blockquote><p>eight</p></blockquote><pre><code>nine</code></pre><hr>
       <table><tbody><tr><th colspan="2"><p>ten</p></th></tr><tr><td rowspan="2"><p>eleven</p></td><td><p>twelve</p></td></tr><tr><td><ul><li><p>thirteen</p></li></ul></td></tr></tbody></table>`,
    )
    const words = 'words alone one two three four five 4. six seven eight nine ten eleven twelve thirteen'
    expect(page?.text.replace(/[•\s]+/g, ' ')).toContain(words)
  })

  it('writes the alphabets of its families, and small pictures', async () => {
    const text = 'Čeština Ελληνικά Українська عربى 🌧 😀'
    const [page] = await print(`<p>${text}</p>`)
    // letters of one word may come from two files, which a reader finds as two pieces
    expect(page?.text.replace(/\s/g, '')).toContain(text.replace(/\s/g, ''))
  })

  it('takes pictures of any size and kind, and leaves out what is not there', async () => {
    const large = await sharp({ create: { width: 5000, height: 9000, channels: 3, background: '#48a' } })
      .webp()
      .toBuffer()
    const pictures = new Map([['/api/one', large]])
    const pages = await print(
      '<p>before</p><p>x <img src="/api/one"> y</p><img src="/api/none"><p>after</p>',
      pictures,
    )
    expect(pages.reduce((sum, page) => sum + page.pictures, 0)).toBe(1)
    expect(pages.map(page => page.text).join(' ')).toMatch(/before.*x.*y.*after/s)
  })

  it('shows drawings, on paper and in a page of its own', async () => {
    const stroke = pack([
      { x: 100, y: 100, pressure: 0.5 },
      { x: 700, y: 400, pressure: 0.5 },
    ])
    const html = `<ol><li>Draw it<blockquote><p data-strokes="${stroke}">✎</p></blockquote></li></ol>`
    const [page] = await print(html)
    expect(page?.pictures).toBe(1)
    expect(page?.text).toContain('Draw it')
    expect(await workers.documents.run('drawings', html)).toMatch(/Draw it<blockquote><svg .*<path d="M/)
  })

  it('sets the next page after one that cannot be set', async () => {
    const broken = new Map([['/api/one', Buffer.from('no picture')]])
    await expect(print('<img src="/api/one">', broken)).rejects.toThrow('unsupported image format')
    expect((await print('<p>well</p>'))[0]?.text).toContain('well')
  })
})

describe('a formula', () => {
  it('is drawn at the size of its text, for paper and for browsers', async () => {
    const formula = await drawFormula('\\frac{3}{4} + x^2', 12)
    const { width, height } = await sharp(formula?.png).metadata()
    expect(formula && width / height).toBeCloseTo((formula?.width ?? 0) / (formula?.height ?? 1), 1)
    expect(formula?.height).toBeGreaterThan(12)
    expect(formulaMarkup('\\frac{3}{4}')).toContain('<mfrac>')
  })

  it('that is none stays as it was typed', async () => {
    expect(await drawFormula('\\frac{', 12)).toBeUndefined()
    expect(formulaMarkup('\\frac{')).toBeUndefined()
    expect((await print('<p>so <span data-tex="\\frac{"></span></p>'))[0]?.text).toContain('\\frac{')
  })
})
