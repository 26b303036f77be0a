import { pathToFileURL } from 'node:url'
import type { PageState, ReadOf } from '@oppen/contract'

/** A screen to be rendered: the file of the screens for the server, the address with its query, and what it was given. */
export type RenderInput = {
  readonly file: string
  readonly address: string
  readonly language: string
  /** The state of the page as JSON. */
  readonly state: string
}

/** Either the HTML of a screen and the styles of its elements, or what it needs to be given besides. */
export type RenderOutput =
  | { readonly html: string; readonly styles: readonly string[] }
  | { readonly missing: readonly ReadOf[] }

type Screens = {
  readonly renderScreen: (
    address: string,
    state: PageState,
  ) => Promise<{ readonly html: string } | { readonly missing: readonly ReadOf[] }>
}

/** Renders a screen by the file that `web/src/server.tsx` was built into. Throws where it cannot be rendered. */
export async function render({ file, address, language, state }: RenderInput): Promise<RenderOutput> {
  const url = pathToFileURL(file)
  url.searchParams.set('language', language)
  const { renderScreen } = (await import(url.href)) as Screens
  const rendered = await renderScreen(address, JSON.parse(state) as PageState)
  return 'missing' in rendered ? rendered : withoutStyles(untilItAnswers(rendered.html))
}

/**
 * Nothing is typed, pressed or sent where no script hears of it yet: it would be lost, or sent as an address. Links lead
 * where they lead. React escapes `<` wherever it is text.
 */
export const untilItAnswers = (html: string): string =>
  html.replace(/<(button|form|input|textarea|select|summary)\b/g, '<$1 inert data-inert')

const ESCAPED: Readonly<Record<string, string>> = {
  '&quot;': '"',
  '&#x27;': "'",
  '&lt;': '<',
  '&gt;': '>',
  '&amp;': '&',
}

/**
 * The content policy lets no style stand in an element: each becomes a number, to be found in a sheet of the page. React
 * escapes quotes wherever they are text, so that `style="` is nowhere else.
 */
export function withoutStyles(html: string): { html: string; styles: readonly string[] } {
  const numbers = new Map<string, number>()
  const without = html.replace(/ style="([^"]*)"/g, (_, escaped: string) => {
    const style = escaped.replace(/&(quot|#x27|lt|gt|amp);/g, found => ESCAPED[found] ?? found)
    // nothing that could end a rule of a sheet, or the sheet
    if (/[<>{}@\\]/.test(style)) return ''
    const number = numbers.get(style) ?? numbers.size
    numbers.set(style, number)
    return ` data-style="${number}"`
  })
  return { html: without, styles: [...numbers.keys()] }
}
