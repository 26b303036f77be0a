// @vitest-environment jsdom
import { strToU8, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { cleaned } from './cleaned.js'
import { resolved } from './epub.js'
import { openText } from './openText.js'
import { unzipped } from './unzip.js'
import { withPictures } from './withPictures.js'

const page = (html: string) => cleaned(new DOMParser().parseFromString(html, 'text/html').body)
const file = (name: string, text: string) => new File([text], name)

describe('a page of somebody else', () => {
  it.each([
    [
      '<h1>Mud</h1><div>soft <b>and</b> wet<p>cold</p>end</div>',
      '<h2>Mud</h2><p>soft <strong>and</strong> wet</p><p>cold</p><p>end</p>',
    ],
    ['<p onclick="x()">a <script>x()</script><a href="javascript:x()">b</a></p>', '<p>a b</p>'],
    ['<style>p{}</style><nav>Home</nav><iframe src="x"></iframe><p hidden>no</p><p>yes</p>', '<p>yes</p>'],
    [
      '<ul><li>a</li><li>b<ul><li>c</li></ul></li></ul>',
      '<ul><li><p>a</p></li><li><p>b</p><ul><li><p>c</p></li></ul></li></ul>',
    ],
    ['<table><tr><td>a</td><td>b</td></tr></table>', '<p>ab</p>'],
    ['<p>5 &lt; 6 &amp; so</p>', '<p>5 &lt; 6 &amp; so</p>'],
    [
      '<p><img src="a.png" onerror="x()" alt="A &quot;crab&quot;"></p>',
      '<p><img src="a.png" alt="A &quot;crab&quot;"></p>',
    ],
    ['<p> </p><div></div>', ''],
    ['مرحبا <b>🦀</b>', '<p>مرحبا <strong>🦀</strong></p>'],
  ])('%s becomes %s', (html, expected) => expect(page(html)).toBe(expected))

  it('that is nested without end gives its words', () => {
    const deep = `${'<div><p>'.repeat(2_000)}mud${'</p></div>'.repeat(2_000)}`
    expect(page(deep)).toContain('mud')
  })
})

describe('a text from a file', () => {
  it('is paragraphs of plain text', async () => {
    const { chapters } = await openText(file('crab.txt', 'One line\r\nand on.\r\n\r\n5 < 6\n'))
    expect(chapters).toEqual([{ title: '', html: '<p>One line and on.</p><p>5 &lt; 6</p>', words: 6 }])
  })

  it('is what a web page says, in its language', async () => {
    const html =
      '<!doctype html><html lang="pt"><title>O lodo</title><nav>x</nav><main><p>Maré.</p></main></html>'
    expect(await openText(file('x.html', html))).toMatchObject({
      title: 'O lodo',
      language: 'pt',
      chapters: [{ html: '<p>Maré.</p>' }],
    })
  })

  it.each([
    ['empty.txt', ' \n', 'empty'],
    ['film.txt', 'a\0b', 'kind'],
    ['long.txt', 'x'.repeat(2_000_001), 'large'],
  ])('%s is refused: %#', async (name, text, why) => {
    await expect(openText(file(name, text))).rejects.toMatchObject({ why })
  })
})

describe('a ZIP', () => {
  it('gives its files, and says where it is none or too much', () => {
    const bytes = zipSync({ 'a/b.txt': strToU8('mud') })
    expect(Object.keys(unzipped(bytes))).toEqual(['a/b.txt'])
    expect(unzipped(bytes.slice(0, 20))).toBe('broken')
    expect(unzipped(new Uint8Array(50))).toBe('broken')
    const bomb = zipSync(
      Object.fromEntries(Array.from({ length: 12 }, (_, at) => [`${at}`, new Uint8Array(19_000_000)])),
      { level: 9 },
    )
    expect(bomb.length).toBeLessThan(2_000_000)
    expect(unzipped(bomb)).toBe('large')
  })
})

it('an address in a book leads nowhere else', () => {
  expect(resolved('OEBPS/text/one.xhtml', '../images/a%20b.png')).toBe('OEBPS/images/a b.png')
  expect(resolved('one.xhtml', '../../../etc/passwd')).toBe('etc/passwd')
  for (const other of [
    'https://evil.example/x',
    '//evil.example/x',
    'javascript:x',
    'data:image/png;base64,x',
  ])
    expect(resolved('one.xhtml', other)).toBe('')
})

it('pictures of a text become files of the work, each once, and others are left out and counted', async () => {
  const sent: string[] = []
  const book = {
    title: '',
    language: undefined,
    chapters: [
      {
        title: '',
        words: 1,
        html: '<p>a<img src="one"><img src="one"><img src="https://evil.example/x"></p>',
      },
    ],
    picture: async (address: string) => (address === 'one' ? new File(['x'], 'one.png') : undefined),
  }
  const { html, missing } = await withPictures(book, [0], async picture => {
    sent.push(picture.name)
    return '/own/1'
  })
  expect(html).toBe('<p>a<img src="/own/1"><img src="/own/1"></p>')
  expect([sent, missing]).toEqual([['one.png'], 1])
})
