import { describe, expect, it } from 'vitest'
import { pack } from '../ink/index.js'
import { drawingSvg, strokePath, strokesInPage } from './drawing.js'

const stroke = pack([
  { x: 100, y: 100, pressure: 0.5 },
  { x: 300, y: 120, pressure: 0.5 },
  { x: 500, y: 400, pressure: 0.5 },
])

describe('a drawing', () => {
  it('stands in a page as its strokes and comes out as one path each', () => {
    const svg = drawingSvg(strokesInPage([stroke, stroke]))
    expect(svg.match(/<path d="M[\d .,A-Za-z-]+"\/>/g)).toHaveLength(2)
    expect(svg).toContain(strokePath(stroke))
  })

  it('is nothing but paths, whatever was sent as strokes', () => {
    const strange = ['"><script>alert(1)</script>', '', 'A', stroke, '&lt;', `${stroke} onload=x`]
    expect(strokesInPage(strange)).toBe(`A ${stroke}`)
    expect(drawingSvg(strokesInPage(strange)).match(/<\w+/g)).toEqual(['<svg', '<rect', '<g', '<path'])
    expect(drawingSvg(strange.join(' '))).not.toContain('script')
  })
})
