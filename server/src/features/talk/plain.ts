import { plainText } from '../../plainText.js'

/** How a formatted text begins, in so many characters at most, without its marks. */
export function plainBeginning(html: string, most: number): string {
  const text = plainText(html).replace(/\s+/g, ' ').trim()
  return text.length > most ? `${text.slice(0, most - 1).trimEnd()}…` : text
}
