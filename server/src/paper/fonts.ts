import { createRequire } from 'node:module'
import { bytesOf, type FontFiles } from './fontFiles.js'
import { fontOf } from './fontkit.js'
import { scriptFonts } from './scriptFonts.js'

const { resolve } = createRequire(import.meta.url)
const hyperlegible = (part: string): string =>
  resolve(`@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-${part}.woff`)
const dejaVu = (part: string): string => resolve(`dejavu-fonts-ttf/ttf/DejaVuSans${part}.ttf`)
const EMOJI = resolve('@fontsource/noto-emoji/files/noto-emoji-emoji-400-normal.woff')

const family = (name: string, part: string): FontFiles => ({
  family: name,
  plain: hyperlegible(`${part}-400-normal`),
  bold: hyperlegible(`${part}-700-normal`),
  italic: hyperlegible(`${part}-400-italic`),
  boldItalic: hyperlegible(`${part}-700-italic`),
})

/**
 * What paper is written with, in order: a sign that the first does not have is taken from the next. Oppen's own letters,
 * then those of the other alphabets, then small pictures; what none of them has is in `scriptFonts`.
 */
export const FONTS: readonly FontFiles[] = [
  family('Hyperlegible', 'latin'),
  family('Hyperlegible more', 'latin-ext'),
  {
    family: 'DejaVu',
    plain: dejaVu(''),
    bold: dejaVu('-Bold'),
    italic: dejaVu('-Oblique'),
    boldItalic: dejaVu('-BoldOblique'),
  },
  { family: 'Emoji', plain: EMOJI, bold: EMOJI, italic: EMOJI, boldItalic: EMOJI },
]

/** Stands for a sign that no font has. */
const UNKNOWN = '□'

let signs: Promise<ReadonlySet<number>> | undefined

async function readSigns(): Promise<ReadonlySet<number>> {
  const sets = await Promise.all(FONTS.map(font => signsOf(font)))
  return new Set(sets.flat())
}

const signsKnown = new WeakMap<FontFiles, Promise<readonly number[]>>()

function signsOf(font: FontFiles): Promise<readonly number[]> {
  const known = signsKnown.get(font) ?? bytesOf(font.plain).then(bytes => fontOf(bytes).characterSet)
  signsKnown.set(font, known)
  return known
}

export type Writing = {
  /** In the order in which a sign is looked for. */
  readonly fonts: readonly FontFiles[]
  /** A text with a box for each sign that none of the fonts has. */
  readonly drawable: (text: string) => string
}

/** What a text is written with. */
export async function writing(text: string): Promise<Writing> {
  signs ??= readSigns()
  const near = await signs
  const far = await scriptFonts(text, near)
  const known = far.length ? new Set([...near, ...(await Promise.all(far.map(signsOf))).flat()]) : near
  const isKnown = (sign: string) => known.has(sign.codePointAt(0) ?? 0) || /[\s\u200c\u200d]/.test(sign)
  return {
    fonts: [...FONTS, ...far],
    drawable: one => Array.from(one, sign => (isKnown(sign) ? sign : UNKNOWN)).join(''),
  }
}
