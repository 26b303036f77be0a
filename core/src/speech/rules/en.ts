import { PARTS_EN } from '../parts.js'
import { ALONE, always, dayOf, ENDS, monthsOf, NUMBER, type SpokenRule, unitRule } from './rule.js'

const MONTHS = monthsOf('en-GB', 'long')
const MONTH = `(${[...MONTHS, ...MONTHS.map(name => name.slice(0, 3)), 'Sept'].join('|')})`
const DAYS: Readonly<Record<string, string>> = {
  Mon: 'Monday',
  Tue: 'Tuesday',
  Wed: 'Wednesday',
  Thu: 'Thursday',
  Fri: 'Friday',
  Sat: 'Saturday',
  Sun: 'Sunday',
}

const ordinal = (number: number): string => {
  const tens = number % 100
  const end = tens >= 11 && tens <= 13 ? 'th' : (['th', 'st', 'nd', 'rd'][number % 10] ?? 'th')
  return `${number}${end}`
}

const dateOf = (day: number, month: number, year: string | undefined): string | undefined => {
  const date = dayOf(day, month)
  return date && `the ${ordinal(date.day)} of ${MONTHS[date.month - 1]}${year ? ` ${year}` : ''}`
}

/** A time of day as British English says it; only of what cannot be meant otherwise the part of the day is said. */
function timeOf(written: number, minutes: number, half: string | undefined): string | undefined {
  if (half && (written < 1 || written > 12)) return undefined
  const hour = half ? (written % 12) + (half.toLowerCase() === 'p' ? 12 : 0) : written
  if (hour === 0 && minutes === 0) return 'midnight'
  const sure = half !== undefined || hour > 12 || hour === 0
  const part = hour < 12 ? 'in the morning' : hour < 18 ? 'in the afternoon' : 'in the evening'
  const clock = (of: number) => String(of % 12 || 12)
  const said =
    minutes === 0
      ? `${clock(hour)} o’clock`
      : minutes === 15
        ? `quarter past ${clock(hour)}`
        : minutes === 30
          ? `half past ${clock(hour)}`
          : minutes === 45
            ? `quarter to ${clock(hour + 1)}`
            : `${clock(hour)} ${minutes < 10 ? `oh ${minutes}` : minutes}`
  return sure ? `${said} ${part}` : said
}

const GLYPHS: Readonly<Record<string, string>> = {
  '½': 'a half',
  '⅓': 'a third',
  '⅔': 'two thirds',
  '¼': 'a quarter',
  '¾': 'three quarters',
  '⅕': 'a fifth',
  '⅛': 'an eighth',
}

const MONEY: Readonly<Record<string, readonly [one: string, many: string]>> = {
  '£': ['pound', 'pounds'],
  '€': ['euro', 'euros'],
  $: ['dollar', 'dollars'],
}

const SHORT: Readonly<Record<string, string>> = {
  no: 'number',
  ch: 'chapter',
  ex: 'exercise',
  fig: 'figure',
  q: 'question',
  yr: 'year',
  y: 'year',
}

/** How British English says what is written in figures, signs and short forms (common practice). */
export const EN: readonly SpokenRule[] = [
  { pattern: /\bhttps?:\/\/(?:www\.)?([^\s/]+)\S*/gu, say: ([, host]) => `link to ${host}` },
  always(/_{2,}/gu, 'blank'),
  {
    pattern: new RegExp(`${ALONE}(\\d{4})-(\\d{2})-(\\d{2})${ENDS}`, 'gu'),
    say: ([, year, month, day]) => dateOf(Number(day), Number(month), year),
  },
  {
    pattern: new RegExp(`${ALONE}(\\d{1,2})/(\\d{1,2})/(\\d{4})${ENDS}`, 'gu'),
    say: ([, day, month, year]) => dateOf(Number(day), Number(month), year),
  },
  {
    pattern: new RegExp(`${ALONE}(\\d{1,2})(?:st|nd|rd|th)? ${MONTH}\\.?(?: (\\d{4}))?${ENDS}`, 'gu'),
    say: ([, day, name = '', year]) =>
      dateOf(Number(day), MONTHS.findIndex(month => month.startsWith(name.slice(0, 3))) + 1, year),
  },
  {
    pattern: /\b(Mon|Tue|Wed|Thu|Fri|Sat|Sun)\.?(?=,? \d)/gu,
    say: ([, name = '']) => DAYS[name],
  },
  {
    pattern: new RegExp(
      `${ALONE}([01]?\\d|2[0-3]):([0-5]\\d)(?: ?([ap])(?:m|\\.m\\.))?(?![\\p{L}\\p{N}:]| \\d{3})`,
      'gu',
    ),
    say: ([, hour, minutes, half]) => timeOf(Number(hour), Number(minutes), half),
  },
  {
    pattern: new RegExp(`${ALONE}(1[0-2]|[1-9]) ?([ap])(?:m${ENDS}|\\.m\\.)`, 'gu'),
    say: ([, hour, half]) => timeOf(Number(hour), 0, half),
  },
  {
    pattern: /([£€$])(\d+)(?:\.(\d\d))?(?![\d.,]*\d)/gu,
    say: ([, sign = '', whole = '', cents]) => {
      const name = MONEY[sign]?.[whole === '1' ? 0 : 1]
      return `${whole} ${name}${cents && cents !== '00' ? ` ${cents}` : ''}`
    },
  },
  unitRule({
    km: ['kilometre', 'kilometres'],
    m: ['metre', 'metres'],
    cm: ['centimetre', 'centimetres'],
    mm: ['millimetre', 'millimetres'],
    'km²': ['square kilometre', 'square kilometres'],
    'm²': ['square metre', 'square metres'],
    'cm²': ['square centimetre', 'square centimetres'],
    'm³': ['cubic metre', 'cubic metres'],
    'cm³': ['cubic centimetre', 'cubic centimetres'],
    'km/h': ['kilometre an hour', 'kilometres an hour'],
    'm/s': ['metre a second', 'metres a second'],
    kg: ['kilogram', 'kilograms'],
    g: ['gram', 'grams'],
    mg: ['milligram', 'milligrams'],
    l: ['litre', 'litres'],
    L: ['litre', 'litres'],
    ml: ['millilitre', 'millilitres'],
    h: ['hour', 'hours'],
    min: ['minute', 'minutes'],
    s: ['second', 'seconds'],
    '°C': ['degree Celsius', 'degrees Celsius'],
    '°F': ['degree Fahrenheit', 'degrees Fahrenheit'],
    '°': ['degree', 'degrees'],
    '%': ['percent', 'percent'],
    pts: ['point', 'points'],
  }),
  {
    pattern: new RegExp(`${ALONE}(\\d+)?([½⅓⅔¼¾⅕⅛])`, 'gu'),
    say: ([, whole, glyph = '']) => (whole ? `${whole} and ${GLYPHS[glyph]}` : GLYPHS[glyph]),
  },
  {
    pattern: new RegExp(`${ALONE}(${NUMBER})/(\\d+)(?![\\p{L}\\p{N}/]|[.,]\\d)`, 'gu'),
    say: ([, over = '', under = '']) => {
      const part = PARTS_EN[Number(under)]
      if (!/^\d+$/.test(over) || !part || Number(over) >= Number(under)) return `${over} out of ${under}`
      return over === '1' ? `one ${part[0]}` : `${over} ${part[1]}`
    },
  },
  {
    pattern: new RegExp(`${ALONE}pp?\\. ?(\\d+)(?:[–-](\\d+))?${ENDS}`, 'giu'),
    say: ([, first, last]) => (last ? `pages ${first} to ${last}` : `page ${first}`),
  },
  {
    pattern: new RegExp(`${ALONE}(?:([Nn]o|[Cc]h|[Ee]x|[Ff]ig)\\.|(Yr?\\.?|Q)) ?(\\d+)${ENDS}`, 'gu'),
    say: ([, dotted, plain, number]) => {
      const name = SHORT[(dotted ?? plain ?? '').replace('.', '').toLowerCase()]
      return name && `${name} ${number}`
    },
  },
  {
    pattern: /(?<=\d)[–-](?=\d{1,4}(?![\p{L}\p{N}–-]))(?<![–-]\d{1,9}[–-])/gu,
    say: () => ' to ',
  },
  always(/(?<![\p{L}\p{N}])e\.g\.(?:,)?/giu, 'for example'),
  always(/(?<![\p{L}\p{N}])i\.e\.(?:,)?/giu, 'that is'),
  always(/(?<![\p{L}\p{N}])etc\./giu, 'and so on.'),
  always(/(?<![\p{L}\p{N}])vs\.?(?= )/giu, 'versus'),
  always(/(?<![\p{L}\p{N}])approx\./giu, 'about'),
  always(/(?<![\p{L}\p{N}])Mr\.?(?= )/gu, 'Mister'),
  always(/(?<![\p{L}\p{N}])Mrs\.?(?= )/gu, 'Missis'),
  always(/(?<![\p{L}\p{N}])Ms\.?(?= )/gu, 'Miz'),
  always(/(?<![\p{L}\p{N}])Dr\.?(?= )/gu, 'Doctor'),
  always(/ & /gu, ' and '),
  always(/(?<=[\d)\p{L}] ?)=(?= ?[\d(\p{L}?_−-])/gu, ' equals '),
  always(/(?<=[\d)] ?)\+(?= ?[\d(])/gu, ' plus '),
  always(/(?<=[\d)\p{L}] )[−–-](?= [\d(])/gu, ' minus '),
  always(/(?<![\p{L}\p{N})])[−-](?=\d)/gu, 'minus '),
  always(/(?<=[\d)] ?)[×·](?= ?[\d(])/gu, ' times '),
  always(/(?<=[\d)] ?)÷(?= ?[\d(])|(?<=\d ):(?= \d)/gu, ' divided by '),
  always(/ ?≤ ?/gu, ' is at most '),
  always(/ ?≥ ?/gu, ' is at least '),
  always(/ ?≠ ?/gu, ' is not equal to '),
  always(/ ?≈ ?/gu, ' is about '),
  always(/(?<=\d) ?< ?(?=\d)/gu, ' is less than '),
  always(/(?<=\d) ?> ?(?=\d)/gu, ' is more than '),
  always(/²/gu, ' squared'),
  always(/³/gu, ' cubed'),
]
