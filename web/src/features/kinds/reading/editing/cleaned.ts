/** What a passage keeps of a page, by what it becomes; what is not named gives its words alone. */
const KEPT: Readonly<Record<string, string>> = {
  P: 'p',
  H1: 'h2',
  H2: 'h2',
  H3: 'h3',
  H4: 'h3',
  H5: 'h3',
  H6: 'h3',
  UL: 'ul',
  OL: 'ol',
  LI: 'li',
  BLOCKQUOTE: 'blockquote',
  B: 'strong',
  STRONG: 'strong',
  I: 'em',
  EM: 'em',
  SUB: 'sub',
  SUP: 'sup',
  BR: 'br',
}
/** Of these nothing is a text to read. */
const DROPPED = new Set([
  ...[
    'SCRIPT',
    'STYLE',
    'NAV',
    'TEMPLATE',
    'IFRAME',
    'OBJECT',
    'EMBED',
    'SVG',
    'MATH',
    'FORM',
    'BUTTON',
    'HEAD',
  ],
  ...['INPUT', 'SELECT', 'TEXTAREA', 'AUDIO', 'VIDEO', 'NOSCRIPT'],
])
const BLOCK =
  /^(P|H[1-6]|UL|OL|BLOCKQUOTE|DIV|SECTION|ARTICLE|HEADER|FOOTER|MAIN|FIGURE|TABLE|TR|HR|DL|PRE|ASIDE)$/
/** Nobody writes so deep; what a machine wrote is not followed further. */
const DEEPEST = 100

/**
 * A page of somebody else as formatted text: paragraphs, headings, lists, emphasis and pictures. Nothing that runs, and no form, link
 * or look of its own. Empty where it says nothing.
 */
export function cleaned(root: Element): string {
  const html = blocksOf(root, 0)
  return /[^\s<>]/.test(html.replaceAll(/<(?!img)[^<>]*>/g, '')) ? html : ''
}

/** The children of something that holds blocks: loose words between blocks are paragraphs. */
function blocksOf(parent: Element, depth: number): string {
  let [html, loose] = ['', '']
  const settle = () => {
    if (loose.trim()) html += `<p>${loose.trim()}</p>`
    loose = ''
  }
  for (const node of parent.childNodes) {
    const isBlock = node instanceof Element && (BLOCK.test(tagOf(node)) || holdsBlocks(node))
    if (!isBlock) {
      loose += inline(node, depth)
      continue
    }
    settle()
    html += block(node, depth + 1)
  }
  settle()
  return html
}

const tagOf = (element: Element): string => element.localName.toUpperCase()
const holdsBlocks = (element: Element): boolean =>
  [...element.children].some(child => BLOCK.test(tagOf(child)))

function block(element: Element, depth: number): string {
  const tag = tagOf(element)
  if (DROPPED.has(tag) || element.hasAttribute('hidden')) return ''
  if (depth > DEEPEST) return paragraph('p', escaped(element.textContent ?? ''))
  const kept = KEPT[tag]
  if (kept === 'ul' || kept === 'ol') {
    const items = [...element.children].filter(child => tagOf(child) === 'LI')
    const inside = items.map(item => `<li>${blocksOf(item, depth + 1)}</li>`).join('')
    return inside && `<${kept}>${inside}</${kept}>`
  }
  if (kept === 'blockquote') {
    const inside = blocksOf(element, depth + 1)
    return inside && `<blockquote>${inside}</blockquote>`
  }
  if (kept && !holdsBlocks(element)) return paragraph(kept, inlineOf(element, depth))
  return blocksOf(element, depth + 1)
}

const paragraph = (tag: string, words: string): string =>
  words.trim() ? `<${tag}>${words.trim()}</${tag}>` : ''

const inlineOf = (element: Element, depth: number): string =>
  [...element.childNodes].map(node => inline(node, depth + 1)).join('')

function inline(node: Node, depth: number): string {
  if (node.nodeType === Node.TEXT_NODE) return escaped((node.textContent ?? '').replaceAll(/\s+/g, ' '))
  if (!(node instanceof Element) || DROPPED.has(tagOf(node))) return ''
  const tag = tagOf(node)
  if (tag === 'BR') return '<br>'
  if (tag === 'IMG') return image(node)
  if (depth > DEEPEST) return escaped(node.textContent ?? '')
  const kept = KEPT[tag]
  const inside = inlineOf(node, depth)
  return kept && inside.trim() ? `<${kept}>${inside}</${kept}>` : inside
}

/** The address stays as it stands until the picture is one of the work. */
function image(element: Element): string {
  const source = element.getAttribute('src') ?? ''
  return source
    ? `<img src="${attribute(source)}" alt="${attribute(element.getAttribute('alt') ?? '')}">`
    : ''
}

const escaped = (text: string): string => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;')
const attribute = (text: string): string => escaped(text).replaceAll('"', '&quot;').replaceAll('>', '&gt;')
