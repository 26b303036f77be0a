import { type Span, spanAt, wordsOf } from '@oppen/core/speech'
import { blockAt, blockBeside, firstBlock } from '../aloud/blocks.js'
import { placeAtNode, textOf } from '../aloud/text.js'

/** A word as it stands on the page. */
export type WordPlace = { readonly block: Element; readonly span: Span }

/** The words of a part of the page, in order. */
const wordsIn = (block: Element): readonly Span[] => wordsOf(textOf(block).text, 'en')

/** The word at a place of a part of the page, or the first behind it; undefined where there is none. */
export function wordAt(block: Element, at: number): WordPlace | undefined {
  const span = spanAt(wordsIn(block), at)
  return span && { block, span }
}

/** The word behind or before another, in the same part of the page or the next that has one. */
export function wordBeside({ block, span }: WordPlace, by: 1 | -1): WordPlace | undefined {
  const here = wordsIn(block)
  const at = here.findIndex(one => one.from === span.from)
  const next = here[at + by]
  if (next) return { block, span: next }
  for (let other = blockBeside(block, by); other; other = blockBeside(other, by)) {
    const words = wordsIn(other)
    const found = by === 1 ? words[0] : words.at(-1)
    if (found) return { block: other, span: found }
  }
  return undefined
}

/** The word that is meant when none was pressed: the one that is selected, the one heard last, else the first in sight. */
export function wordMeant(heard: Range | undefined): WordPlace | undefined {
  const selection = document.getSelection()
  const range = selection && !selection.isCollapsed ? selection.getRangeAt(0) : heard
  const node = range?.startContainer
  const element = node instanceof Element ? node : node?.parentElement
  const block = element && blockAt(element)
  if (block && range) {
    const at = placeAtNode(textOf(block), range.startContainer, range.startOffset)
    const found = at === undefined ? undefined : wordAt(block, at)
    if (found) return found
  }
  const first = firstBlock()
  return first && wordAt(first, 0)
}
