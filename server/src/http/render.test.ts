import { describe, expect, it } from 'vitest'
import { untilItAnswers, withoutStyles } from './render.js'

it('what is typed into or sent is left alone until the page answers', () => {
  expect(
    untilItAnswers(
      '<form class="a"><input value="1"/><button>b</button></form><a href="/">c</a><p>&lt;form</p>',
    ),
  ).toBe(
    '<form inert data-inert class="a"><input inert data-inert value="1"/><button inert data-inert>b</button></form><a href="/">c</a><p>&lt;form</p>',
  )
})

describe('the styles of elements', () => {
  it('become numbers, the same for the same style', () => {
    expect(
      withoutStyles('<i style="width:40%"></i><i style="width:60%"></i><b class="x" style="width:40%">a</b>'),
    ).toEqual({
      html: '<i data-style="0"></i><i data-style="1"></i><b class="x" data-style="0">a</b>',
      styles: ['width:40%', 'width:60%'],
    })
  })

  it('are read as they were written before they were escaped', () => {
    expect(
      withoutStyles('<i style="font-family:&quot;A&quot;, &#x27;B&#x27; &amp;amp;"></i>').styles,
    ).toEqual(['font-family:"A", \'B\' &amp;'])
  })

  it.each(['width:1px}body{display:none', 'a:&lt;/style&gt;', 'a:\\7d', '@import x'])(
    'that could be more than the rule of one element are left out: %s',
    style => {
      expect(withoutStyles(`<i style="${style}">a</i>`)).toEqual({ html: '<i>a</i>', styles: [] })
    },
  )

  it('are none where somebody writes of them: React escapes the quotes of a text', () => {
    const text = '<p>I wrote style=&quot;color:red&quot;</p>'
    expect(withoutStyles(text)).toEqual({ html: text, styles: [] })
  })
})
