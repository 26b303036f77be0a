import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { clean, cleanInFull, isPlain } from './html.js'

describe('formatted text of people', () => {
  it('keeps formatting, links, tables and formulas', () => {
    const html =
      '<h2>Two</h2><p><strong>a</strong> <a href="https://x.example">b</a></p><table><tr><td colspan="2">1</td></tr></table><p><span data-tex="\\frac{1}{2}">\\frac{1}{2}</span></p>'
    expect(clean(html)).toBe(html)
  })

  it('keeps pictures that are files of ours, and none from elsewhere', () => {
    const own = '<img src="/api/classes/c1/works/w-1/materials/m_1" alt="A gauge" />'
    expect(clean(own)).toBe(own)
    expect(clean('<img src="/api/classes/c1/files/f1" />')).toBe('<img src="/api/classes/c1/files/f1" />')
    for (const src of [
      'https://elsewhere.example/spy.gif',
      '//elsewhere.example/spy.gif',
      'data:image/png;base64,AAAA',
      '/api/sign-out',
      '/api/classes/c1/works/w1/materials/../../../sign-out',
      '/api/classes/c1/files/f1?x=1',
      'javascript:alert(1)',
      '',
    ])
      expect(clean(`<p>a<img src="${src}" onerror="alert(1)">b</p>`), src).toBe('<p>ab</p>')
  })

  // OWASP Cross Site Scripting Prevention Cheat Sheet and its filter evasion list, from memory
  it.each([
    '<script>alert(1)</script>',
    '<img src=x onerror=alert(1)>',
    '<svg onload=alert(1)>',
    '<a href="javascript:alert(1)">x</a>',
    '<a href="JaVaScRiPt:alert(1)">x</a>',
    '<a href="&#106;avascript:alert(1)">x</a>',
    '<iframe src="https://x.example"></iframe>',
    '<p style="background:url(https://x.example)" onclick="alert(1)">x</p>',
    '<span data-tex="x" onmouseover="alert(1)" style="color:red">x</span>',
    '<form action="https://x.example"><input name="secret"></form>',
  ])('lets nothing run: %s', html => {
    const cleaned = clean(html)
    expect(cleaned).not.toMatch(/script|onerror|onload|onclick|onmouseover|style|iframe|<form|<input|<svg/i)
  })

  it('that is plain is left as it is, which is what reading it in full comes to', () => {
    const tag = fc.constantFrom('p', 'h1', 'h3', 'strong', 'em', 'u', 's', 'li', 'br', 'script', 'a href="x"')
    const words = fc.oneof(
      fc.string({ unit: 'binary', maxLength: 6 }),
      fc.constantFrom(
        '&amp;',
        '&lt;',
        '&gt;',
        '&nbsp;',
        '&#60;',
        '\u0000',
        '\r\n',
        '<!--',
        '"',
        "'",
        '&',
        '<p ',
        '<P>',
        '</p >',
      ),
    )
    const nested = fc.letrec<{ html: string }>(tie => ({
      html: fc.oneof(
        { maxDepth: 3 },
        words,
        fc.tuple(tag, tie('html')).map(([name, inner]) => `<${name}>${inner}</${name}>`),
        fc.tuple(tie('html'), tie('html')).map(([one, other]) => one + other),
        fc.tuple(tag, tie('html')).map(([name, inner]) => `<${name}>${inner}`),
      ),
    })).html
    const plain = fc
      .array(
        fc
          .tuple(fc.constantFrom('p', 'h2'), words, fc.constantFrom('strong', 'em'), words)
          .map(([block, one, inline, two]) => `<${block}>${one}<${inline}>${two}</${inline}></${block}>`),
      )
      .map(blocks => blocks.join(''))
    let found = 0
    fc.assert(
      fc.property(fc.oneof(nested, plain), html => {
        if (!isPlain(html)) return
        found += 1
        expect(cleanInFull(html)).toBe(html)
      }),
      { numRuns: 5_000 },
    )
    expect(found).toBeGreaterThan(500)
  })

  it('is told from what is not plain, however long it is, in a moment', () => {
    for (const html of [
      '<p>',
      'a</p>',
      '<p><p>a</p></p>',
      '<p>a & b</p>',
      '<p>a<script>',
      '<strong><p>a</p></strong>',
    ])
      expect(isPlain(html), html).toBe(false)
    for (const html of ['', 'a', '<p>a <strong>b <em>c</em></strong></p><h2>d</h2>', '<p>&lt;script&gt;</p>'])
      expect(isPlain(html), html).toBe(true)
    // one sign at a time, each a step of its own: what takes longer than the test may is more than a step each
    expect(isPlain(`${'&amp;'.repeat(400_000)}<`)).toBe(false)
  })
})
