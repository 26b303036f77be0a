import { existsSync } from 'node:fs'
import { join, resolve } from 'node:path'
import {
  addressOf,
  type Me,
  PAGE_STATE,
  type PageState,
  type ReadOf,
  routes,
  screenAt,
} from '@oppen/contract'
import { type ScreenLanguage, screenLanguage } from '@oppen/core/language'
import type { Request, Response } from 'express'
import type { Workers } from '../workers/workers.js'
import { languagesOf } from './preloads.js'
import type { Answered, ReadRoute } from './serve.js'

/** Where the screens go in the page. */
export const ROOT = '<div id="root"></div>'

/** What is rendered after so long comes too late for anybody to see it sooner, in milliseconds. */
const LATE = 400
/** A screen may ask so often for more than it was given. */
const ROUNDS = 3

/** What stands in a page for one visit: the screen as HTML, and what it read. Never rejects. */
export type FirstScreen = (request: Request, response: Response) => Promise<string>

type Parts = {
  readonly nonce: string
  readonly rendered: PageState['rendered']
  readonly styles: readonly string[]
  readonly state: string
}

type Needs = { readonly read: ReadRoute; readonly workers: Workers }

/**
 * Makes the part of a page that belongs to whoever asks for it: what the screen in the address reads first, and where
 * there is time for it the screen itself, so that it can be seen before any script has run.
 */
export function firstScreens(folder: string, { read, workers }: Needs): FirstScreen {
  const file = resolve(join(folder, '.server', 'screens.mjs'))
  const renders = existsSync(file)
  // the file is read before anybody waits for it
  const nobody = { file, address: '/', language: 'en', state: stateOf(new Map(), null, []) }
  if (renders) workers.screens.run('render', nobody).catch(() => undefined)
  return async (request, response) => {
    const { screen, params } = screenAt(request.path) ?? {}
    if (!screen || !params || screen.outside) return ROOT
    const me: ReadOf = { name: 'me', params: {} }
    const first: ReadOf[] = screen.reads ? [{ name: screen.reads, params }] : []
    const answers = new Map<string, Answered>()
    const answer = async (asked: readonly ReadOf[]) => {
      const found = await Promise.all(asked.map(one => read(one, { request, response })))
      for (const [index, one] of asked.entries())
        answers.set(addressOf(routes[one.name], one.params as never), found[index] as Answered)
    }
    // who is in before all else: what changes from then on is told again to the stream of this page
    await answer([me]).catch(() => undefined)
    await answer(first).catch(() => undefined)
    const late = after(LATE)
    const render = async () => {
      const language = languageOf(request, answers)
      const rendered = language ? { language, wide: isWide(request) } : null
      for (let round = 0; renders && rendered && round < ROUNDS; round++) {
        if ([...answers.values()].some(({ status }) => status !== 200)) return undefined
        const state = stateOf(answers, rendered, [])
        const output = await workers.screens.run('render', {
          file,
          address: request.url,
          state,
          language: rendered.language,
        })
        if ('html' in output) return { ...output, rendered }
        await answer(output.missing)
      }
      return undefined
    }
    const done = await Promise.race([render().catch(() => undefined), late.over])
    late.stop()
    const { html = '', styles = [], rendered = null } = done ?? {}
    const state = stateOf(answers, rendered, styles)
    return inPage(html, { nonce: response.locals.nonce, rendered, styles, state })
  }
}

function after(ms: number) {
  let timer: NodeJS.Timeout | undefined
  const over = new Promise<undefined>(done => {
    timer = setTimeout(done, ms, undefined)
  })
  return { over, stop: () => clearTimeout(timer) }
}

/** The language that whoever is in has chosen, else that of the browser; undefined where nobody is in. */
function languageOf(request: Request, answers: ReadonlyMap<string, Answered>): ScreenLanguage | undefined {
  const me = answers.get(routes.me.path)
  if (me?.status !== 200) return undefined
  const { account } = JSON.parse(me.text) as Me
  return screenLanguage([
    ...(account.language ? [account.language] : []),
    ...languagesOf(request.get('accept-language')),
  ])
}

/**
 * Whether there is room for columns side by side, as far as a request tells: phones say so in a header of their own
 * (User-Agent Client Hints, Sec-CH-UA-Mobile), those that do not have "Mobi" in their name (MDN, "Browser detection
 * using the user agent").
 */
export const isWide = (request: Request): boolean =>
  request.get('sec-ch-ua-mobile') !== '?1' && !/Mobi/.test(request.get('user-agent') ?? '')

/** The state of a page as JSON. The answers go in as they were written. */
function stateOf(
  answers: ReadonlyMap<string, Answered>,
  rendered: PageState['rendered'],
  styles: readonly string[],
): string {
  const each = [...answers].map(
    ([address, { status, text }]) => `${JSON.stringify(address)}:[${status},${text}]`,
  )
  return `{"answers":{${each.join(',')}},"rendered":${JSON.stringify(rendered)},"styles":${JSON.stringify(styles)}}`
}

/**
 * What belongs to one visit stands between marks: the service worker keeps the page without it. No `<` of anybody's words
 * is left in it, so that nothing but a mark looks like one.
 */
const inPage = (html: string, { nonce, rendered, styles, state }: Parts): string => {
  const rules = styles.map((style, number) => `[data-style="${number}"]{${style}}`).join('')
  const sheet = rules && `<style nonce="${nonce}">${rules}</style>`
  const wide = rendered ? ` data-rendered data-wide="${rendered.wide}"` : ''
  const json = state.replaceAll('<', '\\u003c')
  return `<!--visit-->${sheet}<div id="root"${wide}>${html}</div><script type="application/json" id="${PAGE_STATE}">${json}</script><!--/visit-->`
}
