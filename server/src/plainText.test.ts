import { describe, expect, it } from 'vitest'
import { plainText } from './plainText.js'

describe('formatted text', () => {
  it.each([
    ['<p>rain<b>fall</b></p><p>two</p>', 'rainfall two'],
    ['a<br>b &amp; c &lt;d&gt;', 'a b & c <d>'],
    ['<ul><li>one</li><li>two</li></ul>', 'one two'],
    ['<table><tr><td>1</td><td>2</td></tr></table>', '1 2'],
    ['', ''],
  ])('%s says %s', (html, text) => expect(plainText(html)).toBe(text))
})
