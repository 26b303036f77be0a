import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import vtt from 'vtt.js'
import { WebVTTParser } from 'webvtt-parser'
import {
  CAPTION_LIMITS,
  type Cue,
  checkCues,
  cuesAt,
  inOrder,
  sortOut,
  timestamp,
  toWebVtt,
} from './index.js'

const cue = (from: number, to: number, text = 'Dig here.'): Cue => ({ from, to, text })

describe('captions', () => {
  it.each([
    [[], null],
    [[cue(0, 2), cue(1, 3)], null],
    [[cue(0, 2), cue(3, 3)], { code: 'caption_backward', params: { number: 2 } }],
    [[cue(5, 3)], { code: 'caption_backward', params: { number: 1 } }],
    [[cue(-1, 3)], { code: 'caption_backward' }],
    [[cue(Number.NaN, 3)], { code: 'caption_backward' }],
    [[cue(0, 2, ' \n')], { code: 'caption_empty', params: { number: 1 } }],
    [[cue(0, 2, 'a'.repeat(CAPTION_LIMITS.text + 1))], { code: 'caption_long', params: { number: 1 } }],
    [Array.from({ length: CAPTION_LIMITS.cues + 1 }, (_, at) => cue(at, at + 1)), { code: 'captions_many' }],
  ])('%#: can be posted, or are refused', (cues, refusal) => {
    const checked = checkCues(cues)
    if (refusal) expect(checked).toMatchObject({ ok: false, refusal })
    else expect(checked.ok).toBe(true)
  })

  it('are there from their beginning, and at their end no more; two can be there at once', () => {
    const cues = [cue(1, 3, 'one'), cue(2, 4, 'two')]
    const texts = (moment: number) => cuesAt(cues, moment).map(({ text }) => text)
    expect([0.9, 1, 2.5, 3, 4].map(texts)).toEqual([[], ['one'], ['one', 'two'], ['two'], []])
  })

  it('of a file are sorted out: what goes backward or says nothing is left out, what overlaps is counted', () => {
    const read = sortOut([cue(10, 12), cue(8, 6), cue(1, 9, 'long'), cue(2, 3), cue(4, 4), cue(13, 14, ' ')])
    expect(read).toMatchObject({ backward: 2, empty: 1, overlapping: 1 })
    expect(read.cues.map(({ from }) => from)).toEqual([1, 2, 10])
  })
})

/** What the parser makes of a block; in a browser it is one of the page’s own. */
class PlainCue {
  constructor(
    readonly startTime: number,
    readonly endTime: number,
    readonly text: string,
  ) {}
}

describe('a WebVTT file', () => {
  const text = fc
    .string({
      unit: fc.constantFrom('a', 'ã', '雨', '<', '>', '&', '-', ' ', '\n', '\r', ';', '😀'),
      maxLength: 40,
    })
    .filter(one => one.trim() !== '')
  const milliseconds = fc.integer({ min: 0, max: 13 * 3_600_000 })
  const cues = fc.array(
    fc
      .tuple(milliseconds, fc.integer({ min: 1, max: 9_999 }), text)
      .map(([from, lasts, said]) => cue(from / 1000, (from + lasts) / 1000, said)),
    { maxLength: 12 },
  )
  /** As it stands in the file: without spaces around lines and without blank lines. */
  const lines = (said: string) => said.trim().replace(/(\r\n?|\n)\s*/g, '\n')
  const at = (seconds: number) => Math.round(seconds * 1000)

  it('says the same to vtt.js, an independent parser', () => {
    const property = fc.property(cues, all => {
      const found: PlainCue[] = []
      const parser = new vtt.WebVTT.Parser({ VTTCue: PlainCue }, vtt.WebVTT.StringDecoder())
      parser.oncue = one => void found.push(one)
      parser.onparsingerror = error => {
        throw error
      }
      parser.parse(toWebVtt(all))
      parser.flush()
      const unescaped = (written: string) =>
        written.replaceAll('&lt;', '<').replaceAll('&gt;', '>').replaceAll('&amp;', '&')
      return (
        JSON.stringify(found.map(one => [at(one.startTime), at(one.endTime), unescaped(one.text)])) ===
        JSON.stringify(inOrder(all).map(one => [at(one.from), at(one.to), lines(one.text)]))
      )
    })
    fc.assert(property, { seed: 20_261_202 })
  })

  it('has no error for webvtt-parser, the validator of the format’s editors', () => {
    const property = fc.property(cues, all => {
      const { errors, cues: found } = new WebVTTParser().parse(toWebVtt(all), 'captions')
      return errors.length === 0 && found.length === all.length
    })
    fc.assert(property, { seed: 20_261_202 })
  })

  it.each([
    [0, '00:00:00.000'],
    [11, '00:00:11.000'],
    [3599.9994, '00:59:59.999'],
    [3599.9996, '01:00:00.000'],
    [45_296.078, '12:34:56.078'],
  ])('writes %d seconds as %s', (seconds, written) => expect(timestamp(seconds)).toBe(written))
})
