import { language } from '../../words/language.js'

/** An emoji with its name: "thumbs up". */
export type Emoji = { readonly emoji: string; readonly name: string }

/** The names of Unicode CLDR, in the language of the page; tones of skin are left to the devices. */
const NAMES = {
  en: () => import('emojibase-data/en/shortcodes/cldr.json'),
  pt: () => import('emojibase-data/pt/shortcodes/cldr.json'),
} as const

const TONE = /1F3F[B-F]/
/** Older signs are shown as text unless this follows (Unicode Technical Standard 51). */
const AS_EMOJI = '\uFE0F'

function fromHex(hexcode: string): string {
  const points = hexcode.split('-').map(point => Number.parseInt(point, 16))
  const text = String.fromCodePoint(...points)
  return points.length === 1 && (points[0] ?? 0) < 0x1f000 ? text + AS_EMOJI : text
}

let known: Promise<readonly Emoji[]> | undefined

async function read(): Promise<readonly Emoji[]> {
  const { default: names } = await NAMES[language in NAMES ? (language as keyof typeof NAMES) : 'en']()
  return Object.entries(names as Readonly<Record<string, string | string[]>>)
    .filter(([hexcode]) => !TONE.test(hexcode))
    .map(([hexcode, name]) => ({
      emoji: fromHex(hexcode),
      name: ([name].flat()[0] ?? '').replaceAll('_', ' '),
    }))
}

const simple = (text: string): string =>
  text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase().replaceAll('_', ' ')

/** So many are offered. */
const MOST = 8

/** How well a name fits what was typed: from its beginning, from that of a word in it, or not at all. */
const fit = (name: string, typed: string): number =>
  name === typed ? 3 : name.startsWith(typed) ? 2 : name.includes(` ${typed}`) ? 1 : 0

/** The emoji of a name that begins as was typed, those that fit best and have the shortest names first. */
export async function findEmoji(typed: string): Promise<readonly Emoji[]> {
  const wanted = simple(typed)
  if (wanted.length < 2) return []
  known ??= read()
  return (await known)
    .map(one => ({ one, rank: fit(simple(one.name), wanted) }))
    .filter(({ rank }) => rank > 0)
    .sort((a, b) => b.rank - a.rank || a.one.name.length - b.one.name.length)
    .slice(0, MOST)
    .map(({ one }) => one)
}
