import { readText, type TextKind } from '@oppen/core/texts'
import sanitize from 'sanitize-html'
import { take } from './refusal.js'

/** A file of the directions of a work, of a pupil's draft, or of a class. */
const OWN_PICTURE =
  /^\/api\/classes\/[\w-]+\/(works\/[\w-]+\/(materials|submissions\/[\w-]+\/files)|files)\/[\w-]+$/

/** The least and the most that a number in an attribute may say. */
type Bounds = Readonly<Record<string, readonly [least: number, most: number]>>

/** Cells reach over so many columns and rows at most. */
export const SPANS = { colspan: [1, 40], rowspan: [1, 400] } as const satisfies Bounds

/** Brings numbers in attributes within their bounds; what is no number goes. */
const clamped =
  (bounds: Bounds): sanitize.Transformer =>
  (tagName, attribs) => {
    const kept = { ...attribs }
    for (const [name, [least, most]] of Object.entries(bounds)) {
      if (kept[name] === undefined) continue
      const value = Math.trunc(Number(kept[name]))
      if (Number.isFinite(value)) kept[name] = String(Math.min(most, Math.max(least, value)))
      else delete kept[name]
    }
    return { tagName, attribs: kept }
  }

const RULES: sanitize.IOptions = {
  allowedTags: [
    ...[
      'p',
      'br',
      'h1',
      'h2',
      'h3',
      'strong',
      'em',
      'u',
      's',
      'ul',
      'ol',
      'li',
      'blockquote',
      'hr',
      'code',
      'pre',
      'a',
    ],
    ...['table', 'colgroup', 'col', 'thead', 'tbody', 'tr', 'th', 'td'],
    ...['img', 'span'],
  ],
  allowedAttributes: {
    a: ['href'],
    img: ['src', 'alt'],
    // a formula, as TeX; whom a message mentions
    span: ['data-tex', 'data-mention'],
    th: ['colspan', 'rowspan'],
    td: ['colspan', 'rowspan'],
    ol: ['start'],
  },
  // a number in an attribute makes as much of something as it says, wherever it is drawn
  transformTags: { td: clamped(SPANS), th: clamped(SPANS), ol: clamped({ start: [-9999, 9999] }) },
  allowedSchemes: ['http', 'https', 'mailto'],
  disallowedTagsMode: 'discard',
  // pictures are our own, and asked for with the permissions of whoever looks: nothing is fetched from elsewhere
  exclusiveFilter: ({ tag, attribs }) => tag === 'img' && !OWN_PICTURE.test(attribs.src ?? ''),
}

/** What a text of plain paragraphs is made of: words, the three signs that are written out, and tags of no attributes. */
const PLAIN = /[^<>&]+|&(?:amp|lt|gt);|<(p|h[123]|strong|em|u|s)>|<\/(p|h[123]|strong|em|u|s)>/y
const BLOCK = /^(p|h[123])$/

/**
 * Whether a text is plain paragraphs with words set within them, in which there is nothing to clean: most saves are, and
 * are many. Anything that is not clearly so is read in full.
 */
export function isPlain(html: string): boolean {
  const open: string[] = []
  for (PLAIN.lastIndex = 0; PLAIN.lastIndex < html.length; ) {
    const found = PLAIN.exec(html)
    if (!found) return false
    const [, opens, closes] = found
    if (closes !== undefined && open.pop() !== closes) return false
    if (opens === undefined) continue
    // a paragraph stands alone, and each way of setting words at most once within another
    if (BLOCK.test(opens) ? open.length : open.includes(opens)) return false
    open.push(opens)
  }
  return !open.length
}

/** Formatted text with nothing in it but formatting: no script, no style, no address that runs. */
export const clean = (html: string): string => (isPlain(html) ? html : cleanInFull(html))

/** The same, reading every text in full. */
export const cleanInFull = (html: string): string => sanitize(html, RULES)

/** Plain text as it stands in a page. */
export const escapeHtml = (text: string): string =>
  text.replace(/[&<>"]/g, char => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[char] ?? char)

/** Where long texts are cleaned. */
type Threads = {
  readonly workers: { readonly texts: { run(job: 'clean', html: string): Promise<string> } }
}

/** A text longer than this is cleaned in a thread of its own: nobody else waits for it. */
const LONG = 16_000

/** As `clean`, wherever it holds nobody up. */
export async function cleanAside(world: Threads, html: string): Promise<string> {
  return html.length <= LONG || isPlain(html) ? clean(html) : world.workers.texts.run('clean', html)
}

/** Formatted text of a person, cleaned. Refuses `text_empty` and `text_long`, naming the field. */
export async function readHtml(world: Threads, kind: TextKind, html: string, path: string): Promise<string> {
  return cleanAside(world, take(readText(kind, html), path))
}
