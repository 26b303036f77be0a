/** What is said otherwise than it is written. Patterns are global and take time in proportion to the text. */
export type SpokenRule = {
  readonly pattern: RegExp
  /** What is said for it; undefined where it is said as it stands. */
  readonly say: (match: RegExpMatchArray) => string | undefined
}

/** A rule for what is always said alike. */
export const always = (pattern: RegExp, said: string): SpokenRule => ({ pattern, say: () => said })

/** A number as it is written, also with a decimal sign. */
export const NUMBER = String.raw`\d+(?:[.,]\d+)?`
/** No digit or letter before it. */
export const ALONE = String.raw`(?<![\p{L}\p{N}.,:/])`
export const ENDS = String.raw`(?![\p{L}\p{N}])`

/** A unit behind a number, by its sign: in the singular and the plural. Longer signs come first. */
export const unitRule = (
  units: Readonly<Record<string, readonly [one: string, many: string]>>,
): SpokenRule => {
  const signs = Object.keys(units).sort((a, b) => b.length - a.length)
  const escaped = signs.map(sign => sign.replace(/[.*+?^${}()|[\]\\/]/g, '\\$&'))
  return {
    pattern: new RegExp(`${ALONE}(${NUMBER})[\\s\\u00A0\\u202F]?(${escaped.join('|')})${ENDS}`, 'gu'),
    say: ([, number = '', sign = '']) => {
      const [one, many] = units[sign] ?? ['', '']
      return `${number} ${number === '1' ? one : many}`
    },
  }
}

/** The names of months of a language, from January. */
export const monthsOf = (language: string, month: 'long' | 'short'): string[] =>
  Array.from({ length: 12 }, (_, index) =>
    new Intl.DateTimeFormat(language, { month, timeZone: 'UTC' })
      .format(Date.UTC(2026, index, 1))
      .replace('.', ''),
  )

/** A day of a month that there is; undefined for any other numbers. */
export const dayOf = (day: number, month: number): { day: number; month: number } | undefined =>
  day >= 1 && day <= 31 && month >= 1 && month <= 12 ? { day, month } : undefined
