/** A sample is no longer than so many characters. */
const MOST = 180

/** The first sentence of a text, by the rules of its language where the browser knows them; cut at a word where it is long. */
export function firstSentence(text: string, language: string): string {
  const tidy = text.replace(/\s+/g, ' ').trim()
  const [first] = new Intl.Segmenter(language, { granularity: 'sentence' }).segment(tidy.slice(0, 4 * MOST))
  const sentence = first?.segment.trim() ?? ''
  if (sentence.length <= MOST) return sentence
  return `${sentence.slice(0, sentence.lastIndexOf(' ', MOST) + 1 || MOST).trim()} …`
}

/** The first text of the page that can be seen, with what people wrote; undefined where there is none. */
export function textInSight(): HTMLElement | undefined {
  const page = document.getElementById('page')
  return [...(page?.querySelectorAll<HTMLElement>('.written') ?? [])].find(text => {
    const { top, bottom } = text.getBoundingClientRect()
    return bottom > 0 && top < window.innerHeight && !!text.textContent?.trim()
  })
}

/** What the first part of a text says: a paragraph, a point of a list, a heading. */
export const sampleOf = (text: HTMLElement | undefined): string =>
  [...(text?.querySelectorAll('p, li, h1, h2, h3') ?? [])]
    .map(one => one.textContent?.trim())
    .find(Boolean) ??
  text?.textContent ??
  ''
