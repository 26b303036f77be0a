import { readFile } from 'node:fs/promises'
import { createRequire } from 'node:module'
import fontkit from '@pdf-lib/fontkit'

const { resolve } = createRequire(import.meta.url)
const hyperlegible = (part: string): string =>
  resolve(`@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-${part}.woff`)
const dejaVu = (part: string): string => resolve(`dejavu-fonts-ttf/ttf/DejaVuSans${part}.ttf`)
const EMOJI = resolve('@fontsource/noto-emoji/files/noto-emoji-emoji-400-normal.woff')

/** The same letters upright and slanted, light and heavy; paths of files. */
export type FontFiles = {
  readonly family: string
  readonly plain: string
  readonly bold: string
  readonly italic: string
  readonly boldItalic: string
}

const family = (name: string, part: string): FontFiles => ({
  family: name,
  plain: hyperlegible(`${part}-400-normal`),
  bold: hyperlegible(`${part}-700-normal`),
  italic: hyperlegible(`${part}-400-italic`),
  boldItalic: hyperlegible(`${part}-700-italic`),
})

/**
 * What paper is written with, in order: a sign that the first does not have is taken from the next. Oppen's own letters,
 * then those of the other alphabets, then small pictures.
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

/** Stands for a sign that none of the fonts has, such as those of Chinese. */
const UNKNOWN = '□'

let signs: Promise<ReadonlySet<number>> | undefined

async function readSigns(): Promise<ReadonlySet<number>> {
  const files = await Promise.all(FONTS.map(font => readFile(font.plain)))
  return new Set(files.flatMap(bytes => fontkit.create(bytes).characterSet))
}

/** Gives how to write a text with the signs that there are: a box stands for any other. */
export async function writable(): Promise<(text: string) => string> {
  signs ??= readSigns()
  const known = await signs
  return text =>
    Array.from(text, sign => (known.has(sign.codePointAt(0) ?? 0) || /\s/.test(sign) ? sign : UNKNOWN)).join(
      '',
    )
}
