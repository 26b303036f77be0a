import { INSTEAD, type MathNode, type Span, spokenFormula } from '@oppen/core/speech'

/** A piece of a text on the page: letters, or what stands for something that is none. */
type Bit = { readonly node: Text | Element; readonly from: number; readonly to: number }

/** What a part of a page says, and where each sign of it stands. */
export type BlockText = {
  readonly text: string
  readonly bits: readonly Bit[]
  /** Formulas and pictures, in the order in which they stand. */
  readonly others: readonly Element[]
  /** The language that the page says it is in; undefined where it says none. */
  readonly language: string | undefined
}

const OTHERS = 'span[data-tex], math, img'
const UNSAID = '[aria-hidden=true], script, style, audio, video, input, textarea, select, .sr-only'

/** Reads a part of a page as it stands. */
export function textOf(block: Element): BlockText {
  const bits: Bit[] = []
  const others: Element[] = []
  let text = ''
  const put = (node: Text | Element, words: string) => {
    if (!words) return
    bits.push({ node, from: text.length, to: text.length + words.length })
    text += words
  }
  const walk = (node: Node) => {
    if (node instanceof Text) return put(node, node.data)
    if (!(node instanceof Element) || node.matches(UNSAID)) return
    if (node.matches(OTHERS)) {
      others.push(node)
      return put(node, INSTEAD)
    }
    if (node.tagName === 'BR') text += '\n'
    const parted = PARTED.has(node.tagName) && text && !text.endsWith('\n')
    if (parted) text += '\n'
    for (const child of node.childNodes) walk(child)
    if (PARTED.has(node.tagName) && text && !text.endsWith('\n')) text += '\n'
  }
  for (const child of block.childNodes) walk(child)
  const named = block.closest('[lang]')
  const language =
    named && named !== document.documentElement ? (named.getAttribute('lang') ?? undefined) : undefined
  return { text, bits, others, language }
}

/** What ends a line: no sentence goes on behind it. */
const PARTED = new Set(['P', 'DIV', 'LI', 'TR', 'TD', 'TH', 'H1', 'H2', 'H3', 'H4', 'DT', 'DD', 'LABEL'])

/** What is said for each formula and picture of a text. */
export const saidOf = ({ others }: BlockText, language: string): string[] =>
  others.map(other => {
    if (other instanceof HTMLImageElement) return other.alt
    const math = other.localName === 'math' ? other : other.querySelector('math')
    return math ? (spokenFormula(mathOf(math), language) ?? '') : (other.textContent ?? '')
  })

const mathOf = (element: Element): MathNode => ({
  tag: element.localName,
  text: element.children.length ? '' : (element.textContent ?? ''),
  children: [...element.children].map(mathOf),
  notation: element.getAttribute('notation') ?? undefined,
})

/** Where a stretch of a text stands on the page; undefined where it is there no more. */
export function rangeOf({ bits }: BlockText, { from, to }: Span): Range | undefined {
  const first = bits.find(bit => bit.to > from)
  const last = bits.findLast(bit => bit.from < to)
  if (!first || !last || !first.node.isConnected || !last.node.isConnected) return undefined
  const range = document.createRange()
  try {
    if (first.node instanceof Text) range.setStart(first.node, Math.max(0, from - first.from))
    else range.setStartBefore(first.node)
    if (last.node instanceof Text) range.setEnd(last.node, Math.min(last.node.length, to - last.from))
    else range.setEndAfter(last.node)
    return range
  } catch {
    // the text was written anew meanwhile and is shorter
    return undefined
  }
}

/** The place in a text at which a point of the page stands, as a caret would; undefined beside it. */
export function placeAt({ bits }: BlockText, x: number, y: number): number | undefined {
  const caret = document.caretPositionFromPoint?.(x, y)
  return caret ? placeAtNode({ bits }, caret.offsetNode, caret.offset) : undefined
}

/** The place in a text of a place in the document; undefined where that is none of it. */
export function placeAtNode(
  { bits }: Pick<BlockText, 'bits'>,
  node: Node,
  offset: number,
): number | undefined {
  const bit = bits.find(one => one.node === node || one.node.contains(node))
  if (!bit) return undefined
  return bit.node instanceof Text ? bit.from + offset : bit.from
}
