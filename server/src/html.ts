import { readText, type TextKind } from '@oppen/core/texts'
import sanitize from 'sanitize-html'
import { take } from './refusal.js'

/** A file of the directions of a piece, of a pupil's own copy, or of a class. */
const OWN_PICTURE =
  /^\/api\/classes\/[\w-]+\/(works\/[\w-]+\/(materials|pieces\/[\w-]+\/files)|files)\/[\w-]+$/

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
    // a formula, as TeX
    span: ['data-tex'],
    th: ['colspan', 'rowspan'],
    td: ['colspan', 'rowspan'],
    ol: ['start'],
  },
  allowedSchemes: ['http', 'https', 'mailto'],
  disallowedTagsMode: 'discard',
  // pictures are our own, and asked for with the permissions of whoever looks: nothing is fetched from elsewhere
  exclusiveFilter: ({ tag, attribs }) => tag === 'img' && !OWN_PICTURE.test(attribs.src ?? ''),
}

/** Formatted text with nothing in it but formatting: no script, no style, no address that runs. */
export const clean = (html: string): string => sanitize(html, RULES)

/** Plain text as it stands in a page. */
export const escapeHtml = (text: string): string =>
  text.replace(/[&<>"]/g, char => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[char] ?? char)

/** Formatted text of a person, cleaned. Refuses `text_empty` and `text_long`, naming the field. */
export function readHtml(kind: TextKind, html: string, path: string): string {
  return clean(take(readText(kind, html), path))
}
