import { TEXTS } from '../guided.js'

/** What is read on from one to the next: what people wrote, with its headings and the choices of its questions. */
const READ_ON = `${TEXTS}, h1, h2, h3, legend, label`
/** The parts of a written text that are read one by one. */
const PARTS = 'p, li, h1, h2, h3, h4, td, th, pre, figcaption, dt, dd'
/** What Oppen itself says on a page, where nobody wrote anything. */
const OWN = 'h1, h2, h3, p, li, dt, dd, legend, label'
/** What is read where it is pressed. */
const PRESSED = `${PARTS}, ${READ_ON}, summary, [role=status], [role=alert], button, a`

/** A window that is laid over the page and has to be answered first. */
const WINDOW = '[role=dialog][data-state=open], [role=alertdialog][data-state=open]'

/** What is read now: the window that is open, else the page. */
const page = (): Element | null =>
  [...document.querySelectorAll(WINDOW)].at(-1) ?? document.getElementById('page')

/** What its teacher wants read without help: it is not spoken. */
export const UNSPOKEN = '[data-unspoken] [data-passage-part]'

/** What is spoken on its own: neither a picture nor a control alone, and to be seen. */
const isShown = (element: Element): boolean =>
  element.getClientRects().length > 0 &&
  element.getBoundingClientRect().width > 1 &&
  !!element.textContent?.trim() &&
  !element.closest('[aria-hidden=true], [role=toolbar]')

/** The smallest parts of an element, or itself where it has none. */
function partsOf(element: Element): Element[] {
  const parts = [...element.querySelectorAll(PARTS)].filter(part => !part.querySelector(PARTS))
  return parts.length ? parts : [element]
}

/** Where somebody writes: what they wrote is read on its own. */
const EDITOR = '.ProseMirror'

/** Everything that is read on with a part of a page, from the top: of what somebody writes its parts alone. */
function blocksWith(block: Element): Element[] {
  const editor = block.closest(EDITOR)
  return editor ? partsOf(editor).filter(isShown) : blocksOf()
}

/** Everything that is read of a page, from its top. */
export function blocksOf(): Element[] {
  const texts = [...(page()?.querySelectorAll(READ_ON) ?? [])]
  const written = texts.some(text => text.matches(TEXTS))
  const all = written ? texts : [...(page()?.querySelectorAll(OWN) ?? [])]
  const blocks = new Set(
    all.filter(one => !all.some(other => other !== one && other.contains(one))).flatMap(partsOf),
  )
  return [...blocks].filter(block => isShown(block) && !block.closest(`${EDITOR}, ${UNSPOKEN}`))
}

/** What is read where somebody presses: the smallest part that has words. */
export function blockAt(target: Element): Element | undefined {
  const block = target.closest(PRESSED)
  if (!block || !page()?.contains(block) || !isShown(block) || block.closest(EDITOR)) return undefined
  return block.matches(TEXTS) ? partsOf(block).find(part => part.contains(target)) : block
}

/** The part of what is being written that the caret stands in. */
function writtenHere(): Element | undefined {
  const editor = document.activeElement?.closest(EDITOR)
  const node = document.getSelection()?.anchorNode
  return editor ? partsOf(editor).find(part => isShown(part) && (!node || part.contains(node))) : undefined
}

/** Where reading begins when nothing was pressed: at what is being written or selected, else at the first part in sight. */
export function firstBlock(): Element | undefined {
  const own = writtenHere()
  if (own) return own
  const selection = document.getSelection()
  const node = selection && !selection.isCollapsed ? selection.anchorNode : null
  const selected = node instanceof Element ? node : node?.parentElement
  const chosen = selected && blockAt(selected)
  if (chosen) return chosen
  const blocks = blocksOf()
  // what a window asks stands at its top
  const texts = page()?.matches(WINDOW) ? [] : blocks.filter(block => block.closest(TEXTS))
  const inSight = (block: Element) => {
    const { top, bottom } = block.getBoundingClientRect()
    return bottom > 60 && top < window.innerHeight - 80
  }
  return texts.find(inSight) ?? blocks.find(inSight) ?? blocks[0]
}

/** The part that is read after or before another; undefined at the ends. */
export function blockBeside(block: Element, by: 1 | -1): Element | undefined {
  const blocks = blocksWith(block)
  const at = blocks.indexOf(block)
  if (at >= 0) return blocks[at + by]
  const after = blocks.findIndex(one => block.compareDocumentPosition(one) & Node.DOCUMENT_POSITION_FOLLOWING)
  return by === 1 ? blocks[after] : blocks[(after < 0 ? blocks.length : after) - 1]
}
