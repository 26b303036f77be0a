import { type Cue, inOrder } from './captions.js'

/**
 * Captions as a file, by "WebVTT: The Web Video Text Tracks Format" (W3C), section 4: the signature, and blocks of a cue
 * each, by a blank line apart. Signs that would begin a tag or an arrow are written as character references (section 4.2.2).
 */
export function toWebVtt(cues: readonly Cue[]): string {
  const blocks = inOrder(cues).map(
    ({ from, to, text }) => `${timestamp(from)} --> ${timestamp(to)}\n${escaped(text)}`,
  )
  return `${['WEBVTT', ...blocks].join('\n\n')}\n`
}

/** A moment as "hh:mm:ss.ttt"; hours may have more than two digits (section 3.4). */
export function timestamp(seconds: number): string {
  const all = Math.max(0, Math.round(seconds * 1000))
  const two = (number: number) => String(Math.floor(number)).padStart(2, '0')
  const [hours, minutes] = [all / 3_600_000, (all / 60_000) % 60]
  return `${two(hours)}:${two(minutes)}:${two((all / 1000) % 60)}.${String(all % 1000).padStart(3, '0')}`
}

// a blank line within it would end the cue
const escaped = (text: string): string =>
  text
    .trim()
    .replace(/(\r\n?|\n)\s*/g, '\n')
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
