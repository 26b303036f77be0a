import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'

/** What the synthesizer reads, as its package lists it: the name of a file and where it stands in the data. */
type Part = { readonly name: string; readonly start: number; readonly end: number }

/** A voice by its name in the synthesizer, and the dictionary of its language. */
export type VoicePart = { readonly voice: string; readonly dictionary: string }

/**
 * What the worker fetches first: how long the data is in all, which stretches of it stand in `core.bin` one behind the other, where
 * each dictionary goes, and the voice of each language (BCP 47, in small letters).
 */
export type VoiceTable = {
  readonly size: number
  readonly core: readonly (readonly [start: number, end: number])[]
  readonly dictionaries: Readonly<Record<string, number>>
  readonly voices: Readonly<Record<string, VoicePart>>
}

const FOLDER = '/usr/share/espeak-ng-data/'
const PACKAGE = '@echogarden/espeak-ng-emscripten'

/**
 * The data of the speech synthesizer, cut so that a reader fetches the sounds (0.7 MB) and the dictionary of one language (0.1 MB in most)
 * instead of all hundred (24 MB). They stand under the version, so that they can be kept for as long as it is.
 */
export function voiceParts(cache: string): { src: string; dest: string; rename: { stripBase: true } }[] {
  const home = dirname(createRequire(import.meta.url).resolve(`${PACKAGE}/package.json`))
  const { version } = JSON.parse(readFileSync(join(home, 'package.json'), 'utf8')) as { version: string }
  const folder = join(cache, `voices-${version}`)
  if (!existsSync(join(folder, 'table.json'))) cut(home, folder)
  return [{ src: `${folder}/*`, dest: `assets/voices-${version}`, rename: { stripBase: true } }]
}

function cut(home: string, folder: string): void {
  const script = readFileSync(join(home, 'espeak-ng.js'), 'utf8')
  const data = readFileSync(join(home, 'espeak-ng.data'))
  const parts: Part[] = [...script.matchAll(/\{filename:"([^"]+)",start:(\d+),end:(\d+)\}/g)].map(
    ([, name = '', start, end]) => ({
      name: name.replace(FOLDER, ''),
      start: Number(start),
      end: Number(end),
    }),
  )
  if (!parts.length) throw new Error(`${PACKAGE} does not list its files as it did`)
  const isDictionary = ({ name }: Part) => name.endsWith('_dict')
  // voices that another program would have to speak are left out
  const core = parts.filter(part => !isDictionary(part) && !part.name.startsWith('voices/mb/'))
  const dictionaries = parts.filter(isDictionary)
  mkdirSync(folder, { recursive: true })
  for (const { name, start, end } of dictionaries)
    writeFileSync(join(folder, name), data.subarray(start, end))
  writeFileSync(
    join(folder, 'core.bin'),
    Buffer.concat(core.map(({ start, end }) => data.subarray(start, end))),
  )
  writeFileSync(join(folder, 'COPYING.txt'), readFileSync(join(home, 'COPYING')))
  const known = new Set(dictionaries.map(({ name }) => name))
  const table: VoiceTable = {
    size: data.length,
    core: core.map(({ start, end }) => [start, end]),
    dictionaries: Object.fromEntries(dictionaries.map(({ name, start }) => [name, start])),
    voices: voicesOf(
      core.filter(({ name }) => name.startsWith('lang/')),
      part => data.subarray(part.start, part.end).toString(),
      known,
    ),
  }
  writeFileSync(join(folder, 'table.json'), JSON.stringify(table))
}

/** The voice of each language: of several the one that names it with the smallest number, as the synthesizer chooses. */
function voicesOf(
  parts: readonly Part[],
  read: (part: Part) => string,
  dictionaries: ReadonlySet<string>,
): Record<string, VoicePart> {
  const found = new Map<string, VoicePart & { readonly rank: number }>()
  for (const part of parts) {
    const text = read(part)
    const voice = part.name.replace('lang/', '')
    const own = /^dictionary\s+(\S+)/m.exec(text)?.[1] ?? voice.split('/').at(-1)?.split('-')[0]
    const dictionary = `${own}_dict`
    if (!dictionaries.has(dictionary)) continue
    for (const [, tag = '', rank = '5'] of text.matchAll(/^language\s+(\S+)(?:\s+(\d+))?/gm)) {
      const before = found.get(tag.toLowerCase())
      if (!before || Number(rank) < before.rank)
        found.set(tag.toLowerCase(), { voice, dictionary, rank: Number(rank) })
    }
  }
  return Object.fromEntries([...found].map(([tag, { voice, dictionary }]) => [tag, { voice, dictionary }]))
}
