import { passageText } from '@oppen/core/passage'

/** A part of a passage that stands on its own, and where it stands in the text of the whole. */
export type PassagePart = { readonly html: string; readonly from: number; readonly to: number }

/**
 * A passage in parts between which something can stand: its blocks, as far as a line ends between them. Their texts one behind
 * the other are the text of the passage.
 */
export function partsOf(html: string): PassagePart[] {
  const { body } = new DOMParser().parseFromString(html, 'text/html')
  const parts: PassagePart[] = []
  let [open, from] = ['', 0]
  for (const node of body.childNodes) {
    open += node instanceof Element ? node.outerHTML : escaped(node.textContent ?? '')
    const text = passageText(open)
    if (!text.endsWith('\n')) continue
    parts.push({ html: open, from, to: from + text.length })
    from += text.length
    open = ''
  }
  if (open) parts.push({ html: open, from, to: from + passageText(open).length })
  return parts
}

const escaped = (text: string): string => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;')

/** The number of the part in which a place of the text stands: the last one for what is behind the text. */
export function partAt(parts: readonly PassagePart[], place: number): number {
  const at = parts.findIndex(({ to }) => place < to)
  return at < 0 ? parts.length - 1 : at
}
