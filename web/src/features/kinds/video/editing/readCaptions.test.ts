import { toWebVtt } from '@oppen/core/captions'
import { describe, expect, it } from 'vitest'
import { captionsFrom } from './readCaptions.js'

/** Examples of "WebVTT: The Web Video Text Tracks Format" (W3C), section 1, by their numbers there; from memory, with shorter texts. */
const EXAMPLES = {
  introduction: `WEBVTT

00:11.000 --> 00:13.000
<v Roger Bingham>We are in New York City

00:13.000 --> 00:16.000
<v Roger Bingham>We’re actually at the Lucern Hotel, just down the street
`,
  settings: `WEBVTT

00:00:00.000 --> 00:00:04.000 position:10%,line-left align:left size:35%
Where did he go?

00:00:03.000 --> 00:00:06.500 position:90% align:right size:35%
I think he went down this lane.
`,
  comments: `WEBVTT - Translation of that film I like

NOTE
This translation was done by Kyle so that
some friends can watch it with their parents.

1
00:02:15.000 --> 00:02:20.000
- Ta en kopp varmt te.
- Det är inte varmt.

2
00:02:20.000 --> 00:02:25.000
- Har en kopp te.
- Det smakar som te.

NOTE This last line may not translate well.
`,
  styles: `WEBVTT

STYLE
::cue {
  color: lime;
}

00:00.000 --> 00:02.000
<c.loud>Yellow</c> &amp; <b>bold</b> &lt;3
`,
}

const linesOf = async (text: string) =>
  (await captionsFrom(text)).cues.map(({ from, to, text: said }) => [from, to, said])

describe('the examples of the format', () => {
  it('are read with who speaks', async () => {
    expect(await linesOf(EXAMPLES.introduction)).toEqual([
      [11, 13, 'Roger Bingham: We are in New York City'],
      [13, 16, 'Roger Bingham: We’re actually at the Lucern Hotel, just down the street'],
    ])
  })

  it('are read without where they stand, and overlapping ones stay', async () => {
    const read = await captionsFrom(EXAMPLES.settings)
    expect(read).toMatchObject({ backward: 0, overlapping: 1 })
    expect(read.cues.map(({ from, to }) => [from, to])).toEqual([
      [0, 4],
      [3, 6.5],
    ])
  })

  it('are read without notes, numbers and looks', async () => {
    expect(await linesOf(EXAMPLES.comments)).toEqual([
      [135, 140, '- Ta en kopp varmt te.\n- Det är inte varmt.'],
      [140, 145, '- Har en kopp te.\n- Det smakar som te.'],
    ])
    expect(await linesOf(EXAMPLES.styles)).toEqual([[0, 2, 'Yellow & bold <3']])
  })

  it('written again are read the same', async () => {
    for (const text of Object.values(EXAMPLES)) {
      const { cues } = await captionsFrom(text)
      expect((await captionsFrom(toWebVtt(cues))).cues).toEqual(cues)
    }
  })
})

describe('files that are not as they should be', () => {
  it('have their backward cues counted and left out', async () => {
    const text = 'WEBVTT\n\n00:05.000 --> 00:02.000\nback\n\n00:06.000 --> 00:08.000\nahead\n'
    expect(await captionsFrom(text)).toMatchObject({
      backward: 1,
      cues: [{ from: 6, to: 8, text: 'ahead' }],
    })
  })

  it.each(['', 'only words', 'WEBVTT', '\u0000\u0001\u0002', '<html><script>alert(1)</script></html>'])(
    '%j has no captions',
    async text => expect((await captionsFrom(text)).cues).toEqual([]),
  )

  it('in SubRip are read too, with a mark at the beginning and line ends of another system', async () => {
    const text = '\uFEFF1\r\n00:00:01,500 --> 00:00:03,000\r\n<i>Dig</i> here.\r\n\r\n'
    expect(await linesOf(text)).toEqual([[1.5, 3, 'Dig here.']])
  })

  it('of another script stay as they are written', async () => {
    expect(await linesOf('WEBVTT\n\n00:01.000 --> 00:02.000\nمرحبا 😀 雨\n')).toEqual([[1, 2, 'مرحبا 😀 雨']])
  })
})
