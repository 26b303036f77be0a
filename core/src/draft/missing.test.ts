import { describe, expect, it } from 'vitest'
import { missingOnPage } from './index.js'

const of = (html: string, template: string | null = null, files = 0) =>
  missingOnPage({ html, template, files })

describe('what is missing from a page', () => {
  it('is everything where nothing is written, and nothing where a file goes along', () => {
    expect(of('')).toEqual([{ is: 'nothing' }])
    expect(of('<p> </p>')).toEqual([{ is: 'nothing' }])
    expect(of('', null, 1)).toEqual([])
    expect(of('<p>A story.</p>')).toEqual([])
  })

  const report = '<h2>What I saw</h2><p></p><h2>Why</h2><p></p><p>Name: </p><p>How long did it take?</p>'

  it('is the page itself while it says what the template says', () => {
    expect(of(report, report)).toEqual([{ is: 'untouched' }])
    expect(of(report.replaceAll('<p></p>', '<p><br></p><p></p>'), report)).toEqual([{ is: 'untouched' }])
    expect(of(report, report, 1)).toEqual([])
  })

  it('is each part under which nothing was written', () => {
    const begun = report.replace('<p></p>', '<p>Fog over the water.</p>').replace('Name: ', 'Name: Ada')
    expect(of(begun, report)).toEqual([
      { is: 'part', name: 'Why' },
      { is: 'part', name: 'How long did it take?' },
    ])
    const done = begun
      .replace('<p></p>', '<p>It is cold.</p>')
      .replace('take?</p>', 'take?</p><p>An hour.</p>')
    expect(of(done, report)).toEqual([])
  })

  it('is not a part that the pupil took out or wrote beside with a picture', () => {
    expect(of('<h2>Why</h2><p>It is cold.</p>', report)).toEqual([])
    expect(of('<h2>What I saw</h2><p><img src="/a"></p><h2>Why</h2><p>Cold.</p>', report)).toEqual([])
  })

  it('is the empty cells of its tables', () => {
    const table =
      '<table><tbody><tr><th>Day</th><th>Rain</th></tr><tr><td>Mon</td><td></td></tr><tr><td>Tue</td><td><p></p></td></tr></tbody></table>'
    expect(of(`${table}<p>It rained.</p>`, table)).toEqual([{ is: 'cells', count: 2 }])
    expect(of(table.replace('<td></td>', '<td>4 mm</td>'), table)).toEqual([{ is: 'cells', count: 1 }])
  })
})
