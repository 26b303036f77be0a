import { findQuote, type Quote, quoteOf } from '@oppen/core/marking'

/** The pieces of text in an element, in their order. */
function* textNodes(root: Node): Generator<Text> {
  const walk = document.createTreeWalker(root, NodeFilter.SHOW_TEXT)
  for (let node = walk.nextNode(); node; node = walk.nextNode()) yield node as Text
}

/** The place in the text of an element of a point in one of its nodes. */
function offsetOf(root: Node, node: Node, offset: number): number {
  const before = document.createRange()
  before.selectNodeContents(root)
  before.setEnd(node, offset)
  return before.toString().length
}

/** What is selected in an element, as it is found again; undefined where nothing is, or more than it. */
export function selectedQuote(root: HTMLElement, selection: Selection | null): Quote | undefined {
  if (!selection || selection.isCollapsed || !selection.rangeCount) return undefined
  const range = selection.getRangeAt(0)
  if (!root.contains(range.startContainer) || !root.contains(range.endContainer)) return undefined
  const text = root.textContent ?? ''
  let from = offsetOf(root, range.startContainer, range.startOffset)
  let to = offsetOf(root, range.endContainer, range.endOffset)
  while (from < to && /\s/.test(text[from] ?? '')) from += 1
  while (to > from && /\s/.test(text[to - 1] ?? '')) to -= 1
  return from < to ? quoteOf(text, from, to) : undefined
}

/** The words of a quote where they stand in an element; undefined where they are gone. */
export function rangeOf(root: HTMLElement, quote: Quote): Range | undefined {
  const found = findQuote(root.textContent ?? '', quote)
  if (!found) return undefined
  const range = document.createRange()
  let at = 0
  let begun = false
  for (const node of textNodes(root)) {
    const end = at + node.length
    if (!begun && found.from < end) {
      range.setStart(node, found.from - at)
      begun = true
    }
    if (begun && found.to <= end) {
      range.setEnd(node, found.to - at)
      return range
    }
    at = end
  }
  return undefined
}
