import { existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { screenAt } from '@oppen/contract'
import { screenLanguage } from '@oppen/core/language'
import { z } from 'zod'

/** What Vite writes down of a build: each source file with its file and those that it imports (vite.dev, "Backend Integration"). */
const manifestShape = z.record(
  z.string(),
  z.object({
    file: z.string(),
    imports: z.array(z.string()).optional(),
    css: z.array(z.string()).optional(),
  }),
)
type Manifest = z.infer<typeof manifestShape>

const PAGE = 'index.html'
const PHONE_BARS = 'src/app/PhoneBars.tsx'
/** The fonts that every screen is written in; those of other scripts come where they are needed. */
const FONT = /(atkinson-hyperlegible-next|bricolage-grotesque)-latin-wght-normal\.woff2$/

export type Preloads = { readonly letters: string; readonly scripts: string }
const NONE: Preloads = { letters: '', scripts: '' }

/** The languages that a browser asks for, in its order (RFC 9110, 12.5.4); those of the same weight as they stand. */
export function languagesOf(header: string | undefined): string[] {
  const wanted = (header ?? '').split(',').map(part => {
    const [tag = '', ...rest] = part.trim().split(';')
    const weight = rest.map(one => /^\s*q=([\d.]+)\s*$/.exec(one)?.[1]).find(Boolean)
    return { tag: tag.trim(), weight: weight === undefined ? 1 : Number(weight) }
  })
  return wanted
    .filter(one => one.tag && one.weight > 0)
    .sort((a, b) => b.weight - a.weight)
    .map(one => one.tag)
}

/**
 * What a browser can ask for together with a page, instead of after one another: the files of the screen at an address,
 * the bars of a phone, its wording and its fonts. As elements for the head of the page, what is seen first (`letters`) apart from what runs
 * (`scripts`); they are asked for in any case, so that a wrong guess costs one file too many.
 */
export function preloads(
  folder: string,
): (path: string, acceptLanguage?: string, wide?: boolean) => Preloads {
  const file = join(folder, '.vite', 'manifest.json')
  if (!existsSync(file)) return () => NONE
  const manifest = manifestShape.parse(JSON.parse(readFileSync(file, 'utf8')))
  const already = new Set(filesOf(manifest, PAGE))
  const fonts = Object.entries(manifest).flatMap(([key, { file }]) => (FONT.test(key) ? [asFont(file)] : []))
  const scripts = (of: readonly string[]) =>
    [...new Set(of.flatMap(key => filesOf(manifest, key)))].filter(one => !already.has(one)).map(asScript)
  return (path, acceptLanguage, wide = true) => {
    const { screen, params } = screenAt(path) ?? {}
    if (!screen || !params) return NONE
    const language = screenLanguage(languagesOf(acceptLanguage))
    const bars = wide || screen.outside ? [] : [PHONE_BARS]
    const words = ['everyday', ...screen.words].map(name => `../words/${language}/${name}.json`)
    return {
      letters: fonts.join(''),
      scripts: scripts([`src/features/${screen.file}.tsx`, ...bars, ...words]).join(''),
    }
  }
}

/** The file of a source and everything that it imports before it runs. */
function filesOf(manifest: Manifest, key: string, seen = new Set<string>()): string[] {
  const one = manifest[key]
  if (!one || seen.has(key)) return []
  seen.add(key)
  return [one.file, ...(one.imports ?? []).flatMap(next => filesOf(manifest, next, seen))]
}

/** Asked for by `boot` once there was a first picture: forty files on their way hold up the letters that are seen first. */
const asScript = (file: string) => `<link data-soon crossorigin href="/${file}">`
const asFont = (file: string) =>
  `<link rel="preload" as="font" type="font/woff2" crossorigin href="/${file}">`
