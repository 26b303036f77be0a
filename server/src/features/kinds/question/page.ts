import type { GivenAnswer } from '@oppen/core/work/kinds/question'
import { escapeHtml } from '../../../html.js'

/** An answer as a page, for whoever marks it. */
export function pageOf({ text, choices }: GivenAnswer): string {
  const chosen = choices.length
    ? `<ul>${choices.map(one => `<li>${escapeHtml(one)}</li>`).join('')}</ul>`
    : ''
  const words = text.split(/\n+/).map(line => `<p>${escapeHtml(line)}</p>`)
  return `${chosen}${text ? words.join('') : ''}`
}
