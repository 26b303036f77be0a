import type { Span } from '@oppen/core/speech'
import { type BlockText, placeAtNode, rangeOf, textOf } from '../../readingHelp/aloud/text.js'

/** What marks the parts of a passage on the page. */
export const PART = '[data-passage-part]'

type OnPage = Pick<BlockText, 'text' | 'bits'>

/** A passage as it stands on the page: its parts one behind the other, without what stands between them. */
export function passageOnPage(root: Element): OnPage {
  let text = ''
  const bits: BlockText['bits'][number][] = []
  for (const part of root.querySelectorAll(PART)) {
    const own = textOf(part)
    for (const bit of own.bits) bits.push({ ...bit, from: bit.from + text.length, to: bit.to + text.length })
    text += own.text
  }
  return { text, bits }
}

/** Where a stretch of a passage stands on the page; undefined where it stands there no more. */
export const rangeOfSpan = (passage: OnPage, span: Span): Range | undefined =>
  rangeOf({ ...passage, others: [], language: undefined }, span)

/** What is selected of a passage, without blanks at its ends; undefined where nothing of it is. */
export function selectedSpan(root: Element, selection: Selection | null): Span | undefined {
  if (!selection?.rangeCount || selection.isCollapsed) return undefined
  const range = selection.getRangeAt(0)
  if (!root.contains(range.commonAncestorContainer)) return undefined
  const passage = passageOnPage(root)
  const touched = passage.bits.filter(({ node }) => range.intersectsNode(node))
  const [first, last] = [touched[0], touched.at(-1)]
  if (!first || !last) return undefined
  const from = placeAtNode({ bits: [first] }, range.startContainer, range.startOffset) ?? first.from
  const to = last.node === range.endContainer ? last.from + range.endOffset : last.to
  return trimmed(passage.text, { from, to })
}

function trimmed(text: string, { from, to }: Span): Span | undefined {
  const words = text.slice(from, to)
  const start = from + (words.length - words.trimStart().length)
  const end = from + words.trimEnd().length
  return start < end ? { from: start, to: end } : undefined
}

/** Brings a stretch of a passage into the middle of what is seen, and says whether it is there. */
export function showSpan(root: Element, span: Span): boolean {
  const range = rangeOfSpan(passageOnPage(root), span)
  const near = range?.startContainer
  const element = near instanceof Element ? near : near?.parentElement
  if (!range || !element) return false
  const calm = window.matchMedia('(prefers-reduced-motion: reduce)').matches
  element.scrollIntoView({ block: 'center', behavior: calm ? 'instant' : 'smooth' })
  return true
}
