/** A stretch of a text, in UTF-16 units: from its first to behind its last. */
export type Span = { readonly from: number; readonly to: number }

/** A sentence is spoken, marked and gone back to as one; a longer one is parted between words. */
export const LONGEST_SENTENCE = 400

/** What ends with a full stop and ends no sentence; what follows may begin with a capital. */
const NO_END =
  /(?:^|[\s(])(?:e\.g|i\.e|p\. ?ex|cf|vs|approx|Mrs?|Ms|Dr|Dra|Sr|Sra|Prof|Profa|St|no|n|p|pp|pág|págs|ch|cap|ex|fig)\.\s*$/i

/** The sentences of a text, one behind the other, by the rules of Unicode (UAX 29) for its language; none is blank. */
export function sentencesOf(text: string, language: string): Span[] {
  const found: { from: number; to: number }[] = []
  let open = false
  for (const { from, to } of stretchesOf(text, STRETCH.sentence))
    for (const { index, segment } of segmenter(language, 'sentence').segment(text.slice(from, to))) {
      const last = found.at(-1)
      const end = from + index + segment.length
      if (open && last) last.to = end
      else found.push({ from: from + index, to: end })
      open = NO_END.test(segment.slice(-12))
    }
  return found.flatMap(one => parted(text, trimmed(text, one)))
}

/** The words of a text: what has a letter or a number in it. */
export function wordsOf(text: string, language: string): Span[] {
  const words: Span[] = []
  for (const { from, to } of stretchesOf(text, STRETCH.word))
    for (const { index, segment, isWordLike } of segmenter(language, 'word').segment(text.slice(from, to)))
      if (isWordLike) words.push({ from: from + index, to: from + index + segment.length })
  return words
}

/** So far around a place its words are looked for, in UTF-16 units. */
const NEAR = 300

/** The words around a place of a text, however long it is; those at either end may be parts of words. */
export function wordsNear(text: string, at: number, language: string): Span[] {
  const blank = text.lastIndexOf(' ', Math.max(0, at - NEAR))
  const from = at - NEAR <= 0 ? 0 : Math.max(blank + 1, at - 2 * NEAR)
  return wordsOf(text.slice(from, at + NEAR), language).map(word => ({
    from: word.from + from,
    to: word.to + from,
  }))
}

/** Browsers need a time for each segment that grows with the text it stands in: no more than this is given to them at once. */
const STRETCH = { word: 500, sentence: 2_000 }

/** A text in stretches that are parted between lines or words; between any two signs where there is neither. */
function* stretchesOf(text: string, most: number): Generator<Span> {
  let from = 0
  while (text.length - from > most) {
    const window = text.slice(from, from + most)
    const line = window.lastIndexOf('\n') + 1
    const space = line || window.lastIndexOf(' ') + 1
    const half = /[\uD800-\uDBFF]$/.test(window) ? 1 : 0
    const to = from + (space || most - half)
    yield { from, to }
    from = to
  }
  yield { from, to: text.length }
}

/** The span in some that holds a place of the text, else the next one; undefined behind the last. They are in order. */
export function spanAt<S extends Span>(spans: readonly S[], at: number): S | undefined {
  let [low, high] = [0, spans.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if ((spans[middle] as S).to <= at) low = middle + 1
    else high = middle
  }
  return spans[low]
}

function trimmed(text: string, { from, to }: Span): Span {
  const part = text.slice(from, to)
  const begin = from + (part.length - part.trimStart().length)
  return { from: begin, to: Math.max(begin, from + part.trimEnd().length) }
}

function parted(text: string, { from, to }: Span): Span[] {
  const parts: Span[] = []
  let begin = from
  while (to - begin > LONGEST_SENTENCE) {
    const space = text.lastIndexOf(' ', begin + LONGEST_SENTENCE)
    const end = space > begin ? space : begin + LONGEST_SENTENCE
    parts.push({ from: begin, to: end })
    begin = space > begin ? space + 1 : end
  }
  return [...parts, { from: begin, to }].filter(one => one.to > one.from)
}

const known = new Map<string, Intl.Segmenter>()

/** One for each language: it takes a browser a while to read its tables. A tag that is none is taken for English. */
function segmenter(language: string, granularity: 'word' | 'sentence'): Intl.Segmenter {
  const key = `${granularity} ${language}`
  const had = known.get(key)
  if (had) return had
  const made = new Intl.Segmenter(isTag(language) ? language : 'en', { granularity })
  known.set(key, made)
  return made
}

function isTag(language: string): boolean {
  try {
    return Intl.getCanonicalLocales(language).length === 1
  } catch {
    return false
  }
}
