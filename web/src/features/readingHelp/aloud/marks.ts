/** The names under which `reading.css` shows what is spoken (CSS Custom Highlight API of the W3C). */
const WORD = 'spoken-word'
const SENTENCE = 'spoken-sentence'
const LOOKED_UP = 'looked-up'
const SHOWN = 'shown-words'

/** Browsers without it let hear alone. */
const highlights = (): HighlightRegistry | undefined => globalThis.CSS?.highlights

const set = (name: string, range: Range | undefined): void => {
  if (range) highlights()?.set(name, new Highlight(range))
  else highlights()?.delete(name)
}

export const markSentence = (range: Range | undefined): void => set(SENTENCE, range)
export const markWord = (range: Range | undefined): void => set(WORD, range)
export const markLookedUp = (range: Range | undefined): void => set(LOOKED_UP, range)

/** Shows some words or syllables of a text, and nothing else; what is spoken is marked over them. */
export function markShown(ranges: readonly Range[]): void {
  if (!ranges.length) return void highlights()?.delete(SHOWN)
  const shown = new Highlight(...ranges)
  shown.priority = -1
  highlights()?.set(SHOWN, shown)
}

/** Brings what is spoken into the middle of the page where it is out of sight. */
export function bringSpokenIntoSight(range: Range | undefined): void {
  const page = document.getElementById('page')
  if (!range || !page) return
  const spoken = range.getBoundingClientRect()
  const sight = page.getBoundingClientRect()
  // the bar stands over the foot of the page
  const [least, most] = [sight.top + 24, sight.bottom - 96]
  if (spoken.top < least || spoken.bottom > most)
    page.scrollBy({ top: spoken.top - sight.top - sight.height / 3, behavior: smooth() })
}

const smooth = (): ScrollBehavior =>
  window.matchMedia('(prefers-reduced-motion: reduce)').matches ? 'instant' : 'smooth'
