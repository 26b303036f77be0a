import { type Cue, sortOut } from '@oppen/core/captions'
import { parseText, tokenizeVTTCue, type VTTCue, type VTTNode } from 'media-captions'

/** So much of a file of captions is read, in bytes: those of the longest video are smaller. */
const MOST = 4 * 1024 * 1024

export type ReadCaptions = ReturnType<typeof sortOut>

/** The captions of a file in WebVTT or SubRip. Gives none for a file that is neither. */
export async function readCaptions(file: File): Promise<ReadCaptions> {
  if (file.size > MOST) return sortOut([])
  return captionsFrom(await file.text())
}

/** The same from the text of a file. */
export async function captionsFrom(text: string): Promise<ReadCaptions> {
  const type = /^\uFEFF?WEBVTT/.test(text) ? 'vtt' : 'srt'
  const { cues } = await parseText(text, { type, strict: false })
  const sorted = sortOut(cues.map(asCue))
  // every cue has an arrow, and nothing else may have one (section 4.1): the parser leaves out what goes backward without a word
  const lost = (text.match(/-->/g)?.length ?? 0) - cues.length
  return { ...sorted, backward: sorted.backward + Math.max(0, lost) }
}

const asCue = (cue: VTTCue): Cue => ({
  from: cue.startTime,
  to: cue.endTime,
  text: wordsOf(tokenizeVTTCue(cue)),
})

/** What is said, with the name of who says it in front; looks are left out. */
const wordsOf = (nodes: readonly VTTNode[]): string =>
  nodes
    .map(node => {
      if (node.type === 'text') return node.data
      const said = wordsOf(node.children)
      return node.type === 'v' && node.voice ? `${node.voice}: ${said}` : said
    })
    .join('')
