import type { Book } from './book.js'

/** So many pictures come along. */
const MOST_PICTURES = 40

/**
 * Chapters of a text as one, with their pictures as files of the work. Gives how many pictures could not come along; rejects where one
 * does not arrive.
 */
export async function withPictures(
  { chapters, picture }: Book,
  chosen: readonly number[],
  onFile: (file: File) => Promise<string>,
): Promise<{ html: string; missing: number }> {
  const html = chosen.map(at => chapters[at]?.html ?? '').join('')
  const { body } = new DOMParser().parseFromString(html, 'text/html')
  const sent = new Map<string, string>()
  let missing = 0
  for (const image of body.querySelectorAll('img')) {
    const address = image.getAttribute('src') ?? ''
    const file = sent.has(address) || sent.size >= MOST_PICTURES ? undefined : await picture(address)
    if (file) sent.set(address, await onFile(file))
    const own = sent.get(address)
    if (own) image.setAttribute('src', own)
    else {
      image.remove()
      missing += 1
    }
  }
  return { html: body.innerHTML, missing }
}
