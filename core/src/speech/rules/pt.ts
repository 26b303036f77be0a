import { PARTS_PT } from '../parts.js'
import { ALONE, always, dayOf, ENDS, monthsOf, NUMBER, type SpokenRule, unitRule } from './rule.js'

const MONTHS = monthsOf('pt-PT', 'long')
const MONTH = `(${MONTHS.flatMap(name => [name, name.slice(0, 3)]).join('|')})`

const dateOf = (day: number, month: number, year: string | undefined): string | undefined => {
  const date = dayOf(day, month)
  return date && `${date.day} de ${MONTHS[date.month - 1]}${year ? ` de ${year}` : ''}`
}

/** Hours are feminine: voices read figures as masculine. */
const HOURS: Readonly<Record<number, string>> = { 1: 'uma', 2: 'duas', 21: 'vinte e uma', 22: 'vinte e duas' }

/** A time of day as it is said in Portugal, by the clock of 24 hours. */
function timeOf(hour: number, minutes: number): string {
  const said = HOURS[hour] ?? String(hour)
  if (minutes === 0)
    return hour === 0 ? 'meia-noite' : hour === 12 ? 'meio-dia' : `${said} ${hour === 1 ? 'hora' : 'horas'}`
  return `${said} e ${minutes === 30 ? 'meia' : minutes === 15 ? 'um quarto' : minutes}`
}

const GLYPHS: Readonly<Record<string, string>> = {
  '½': 'meio',
  '⅓': 'um terço',
  '⅔': 'dois terços',
  '¼': 'um quarto',
  '¾': 'três quartos',
  '⅕': 'um quinto',
  '⅛': 'um oitavo',
}
const ORDINALS = [
  ['primeiro', 'segundo', 'terceiro', 'quarto', 'quinto', 'sexto', 'sétimo', 'oitavo', 'nono', 'décimo'],
  ['décimo primeiro', 'décimo segundo'],
].flat()

const SHORT: Readonly<Record<string, string>> = {
  'n.º': 'número',
  cap: 'capítulo',
  ex: 'exercício',
  fig: 'figura',
}

/** How European Portuguese says what is written in figures, signs and short forms (common practice). */
export const PT: readonly SpokenRule[] = [
  { pattern: /\bhttps?:\/\/(?:www\.)?([^\s/]+)\S*/gu, say: ([, host]) => `ligação para ${host}` },
  always(/_{2,}/gu, 'espaço'),
  {
    pattern: new RegExp(`${ALONE}(\\d{4})-(\\d{2})-(\\d{2})${ENDS}`, 'gu'),
    say: ([, year, month, day]) => dateOf(Number(day), Number(month), year),
  },
  {
    pattern: new RegExp(`${ALONE}(\\d{1,2})/(\\d{1,2})/(\\d{4})${ENDS}`, 'gu'),
    say: ([, day, month, year]) => dateOf(Number(day), Number(month), year),
  },
  {
    pattern: new RegExp(`${ALONE}(\\d{1,2})(?: de)? ${MONTH}\\.?(?: (?:de )?(\\d{4}))?${ENDS}`, 'giu'),
    say: ([, day, name = '', year]) =>
      dateOf(
        Number(day),
        MONTHS.findIndex(month => month.startsWith(name.slice(0, 3).toLowerCase())) + 1,
        year,
      ),
  },
  {
    pattern: new RegExp(`${ALONE}([01]?\\d|2[0-3])[:hH]([0-5]\\d)(?![\\p{L}\\p{N}:]| \\d{3})`, 'gu'),
    say: ([, hour, minutes]) => timeOf(Number(hour), Number(minutes)),
  },
  {
    pattern: new RegExp(`${ALONE}(\\d+)(?:,(\\d\\d))?[\\s\\u00A0\\u202F]?€`, 'gu'),
    say: ([, whole = '', cents]) =>
      `${whole} ${whole === '1' ? 'euro' : 'euros'}${cents && cents !== '00' ? ` e ${Number(cents)} cêntimos` : ''}`,
  },
  unitRule({
    km: ['quilómetro', 'quilómetros'],
    m: ['metro', 'metros'],
    cm: ['centímetro', 'centímetros'],
    mm: ['milímetro', 'milímetros'],
    'km²': ['quilómetro quadrado', 'quilómetros quadrados'],
    'm²': ['metro quadrado', 'metros quadrados'],
    'cm²': ['centímetro quadrado', 'centímetros quadrados'],
    'm³': ['metro cúbico', 'metros cúbicos'],
    'cm³': ['centímetro cúbico', 'centímetros cúbicos'],
    'km/h': ['quilómetro por hora', 'quilómetros por hora'],
    'm/s': ['metro por segundo', 'metros por segundo'],
    kg: ['quilo', 'quilos'],
    g: ['grama', 'gramas'],
    mg: ['miligrama', 'miligramas'],
    l: ['litro', 'litros'],
    L: ['litro', 'litros'],
    ml: ['mililitro', 'mililitros'],
    h: ['hora', 'horas'],
    min: ['minuto', 'minutos'],
    s: ['segundo', 'segundos'],
    '°C': ['grau Celsius', 'graus Celsius'],
    '°': ['grau', 'graus'],
    '%': ['por cento', 'por cento'],
    pts: ['ponto', 'pontos'],
  }),
  {
    pattern: new RegExp(`${ALONE}(\\d{1,2})\\.?([ºª])`, 'gu'),
    say: ([, number, sign]) => {
      const word = ORDINALS[Number(number) - 1]
      return word && (sign === 'ª' ? word.replaceAll(/o(?= |$)/g, 'a') : word)
    },
  },
  {
    pattern: new RegExp(`${ALONE}(\\d+)?([½⅓⅔¼¾⅕⅛])`, 'gu'),
    say: ([, whole, glyph = '']) => (whole ? `${whole} e ${GLYPHS[glyph]}` : GLYPHS[glyph]),
  },
  {
    pattern: new RegExp(`${ALONE}(${NUMBER})/(\\d+)(?![\\p{L}\\p{N}/]|[.,]\\d)`, 'gu'),
    say: ([, over = '', under = '']) => {
      const part = PARTS_PT[Number(under)]
      if (!/^\d+$/.test(over) || !part || Number(over) >= Number(under)) return `${over} em ${under}`
      return over === '1' ? `um ${part[0]}` : `${over} ${part[1]}`
    },
  },
  {
    pattern: new RegExp(`${ALONE}(?:págs?|pp?)\\. ?(\\d+)(?:[–-](\\d+))?${ENDS}`, 'giu'),
    say: ([, first, last]) => (last ? `páginas ${first} a ${last}` : `página ${first}`),
  },
  {
    pattern: new RegExp(`${ALONE}(n\\.º|cap\\.|ex\\.|fig\\.) ?(\\d+)${ENDS}`, 'giu'),
    say: ([, short = '', number]) => {
      const name = SHORT[short.toLowerCase()] ?? SHORT[short.slice(0, -1).toLowerCase()]
      return name && `${name} ${number}`
    },
  },
  always(/(?<=\d)[–-](?=\d{1,4}(?![\p{L}\p{N}–-]))(?<![–-]\d{1,9}[–-])/gu, ' a '),
  always(/(?<![\p{L}\p{N}])p\. ?ex\./giu, 'por exemplo'),
  always(/(?<![\p{L}\p{N}])etc\./giu, 'etcétera.'),
  always(/(?<![\p{L}\p{N}])Sr\.(?= )/gu, 'Senhor'),
  always(/(?<![\p{L}\p{N}])Sr\.?ª(?= )|(?<![\p{L}\p{N}])Sra\.(?= )/gu, 'Senhora'),
  always(/(?<![\p{L}\p{N}])Prof\.?ª(?= )|(?<![\p{L}\p{N}])Profa\.(?= )/gu, 'Professora'),
  always(/(?<![\p{L}\p{N}])Prof\.(?= )/gu, 'Professor'),
  always(/(?<![\p{L}\p{N}])Dr\.(?= )/gu, 'Doutor'),
  always(/(?<![\p{L}\p{N}])Dr\.?ª(?= )|(?<![\p{L}\p{N}])Dra\.(?= )/gu, 'Doutora'),
  always(/ & /gu, ' e '),
  always(/(?<=[\d)\p{L}] ?)=(?= ?[\d(\p{L}?_−-])/gu, ' é igual a '),
  always(/(?<=[\d)] ?)\+(?= ?[\d(])/gu, ' mais '),
  always(/(?<=[\d)\p{L}] )[−–-](?= [\d(])/gu, ' menos '),
  always(/(?<![\p{L}\p{N})])[−-](?=\d)/gu, 'menos '),
  always(/(?<=[\d)] ?)[×·](?= ?[\d(])/gu, ' vezes '),
  always(/(?<=[\d)] ?)÷(?= ?[\d(])|(?<=\d ):(?= \d)/gu, ' a dividir por '),
  always(/ ?≤ ?/gu, ' é menor ou igual a '),
  always(/ ?≥ ?/gu, ' é maior ou igual a '),
  always(/ ?≠ ?/gu, ' é diferente de '),
  always(/ ?≈ ?/gu, ' é cerca de '),
  always(/(?<=\d) ?< ?(?=\d)/gu, ' é menor que '),
  always(/(?<=\d) ?> ?(?=\d)/gu, ' é maior que '),
  always(/²/gu, ' ao quadrado'),
  always(/³/gu, ' ao cubo'),
]
