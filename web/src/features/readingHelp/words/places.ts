import { type Span, spanAt, wordsNear, wordsOf } from '@oppen/core/speech'
import { blockAt, blockBeside, firstBlock } from '../aloud/blocks.js'
import { placeAtNode, textOf } from '../aloud/text.js'

/** A word as it stands on the page. */
export type WordPlace = { readonly block: Element; readonly span: Span }

/** The word at a place of a part of the page, or the first behind it; undefined where there is none. */
export function wordAt(block: Element, at: number): WordPlace | undefined {
  const { text } = textOf(block)
  const span = spanAt(wordsNear(text, at, 'en'), at) ?? spanAt(wordsOf(text, 'en'), at)
  return span && { block, span }
}

/** The word behind or before another, in the same part of the page or the next that has one. */
export function wordBeside({ block, span }: WordPlace, by: 1 | -1): WordPlace | undefined {
  const { text } = textOf(block)
  const next = besideIn(wordsNear(text, span.from, 'en'), span, by) ?? besideIn(wordsOf(text, 'en'), span, by)
  if (next) return { block, span: next }
  for (let other = blockBeside(block, by); other; other = blockBeside(other, by)) {
    const words = wordsOf(textOf(other).text, 'en')
    const found = by === 1 ? words[0] : words.at(-1)
    if (found) return { block: other, span: found }
  }
  return undefined
}

const besideIn = (words: readonly Span[], { from }: Span, by: 1 | -1): Span | undefined => {
  const at = words.findIndex(one => one.from === from)
  return at < 0 ? undefined : words[at + by]
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
