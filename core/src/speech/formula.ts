import { baseLanguage } from '../language/index.js'
import { PARTS_EN, PARTS_PT } from './parts.js'

/** A formula as MathML has it (MathML Core), without what only says how it looks. */
export type MathNode = {
  readonly tag: string
  readonly text: string
  readonly children: readonly MathNode[]
  /** Of `menclose`: what is drawn around it. */
  readonly notation?: string | undefined
}

type Words = {
  readonly signs: Readonly<Record<string, string>>
  readonly names: Readonly<Record<string, string>>
  readonly minus: string
  readonly power: (exponent: string) => string
  readonly powers: Readonly<Record<string, string>>
  readonly sub: (index: string) => string
  readonly over: (above: string, below: string) => string
  readonly fraction: (above: string, below: string) => string
  /** Halves, thirds … by the number below; undefined where people say "over". */
  readonly part: (above: number, below: number) => string | undefined
  readonly and: string
  readonly root: (of: string) => string
  readonly roots: Readonly<Record<string, (of: string) => string>>
  readonly nthRoot: (degree: string, of: string) => string
  readonly open: string
  readonly close: string
  readonly absolute: (of: string) => string
  readonly degrees: string
  readonly of: string
  readonly vector: (of: string) => string
  readonly bar: (of: string) => string
  readonly fromTo: (sign: string, from: string, to: string) => string
  readonly row: (number: number) => string
}

const NUMBERS = ['', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine']
const GREEK = {
  α: 'alpha',
  β: 'beta',
  γ: 'gamma',
  δ: 'delta',
  Δ: 'delta',
  ε: 'epsilon',
  θ: 'theta',
  λ: 'lambda',
  μ: 'mu',
  π: 'pi',
  ρ: 'rho',
  σ: 'sigma',
  Σ: 'sigma',
  φ: 'phi',
  ω: 'omega',
  Ω: 'omega',
}

/** English as it is said in British schools; where they say as others do, in the words of ClearSpeak (Speech Rule Engine). */
const EN: Words = {
  signs: {
    '=': 'equals',
    '+': 'plus',
    '−': 'minus',
    '-': 'minus',
    '±': 'plus or minus',
    '×': 'times',
    '·': 'times',
    '⋅': 'times',
    '÷': 'divided by',
    '/': 'over',
    ':': 'to',
    '<': 'is less than',
    '>': 'is greater than',
    '≤': 'is less than or equal to',
    '≥': 'is greater than or equal to',
    '≠': 'is not equal to',
    '≈': 'is about',
    '∈': 'is a member of',
    '∉': 'is not a member of',
    '⊂': 'is a subset of',
    '∪': 'union',
    '∩': 'intersection',
    '→': 'goes to',
    '⇒': 'so',
    '⇔': 'just when',
    '∠': 'angle',
    '⊥': 'is perpendicular to',
    '∥': 'is parallel to',
    '%': 'percent',
    '∑': 'the sum',
    '∏': 'the product',
    '∫': 'the integral',
    '∞': 'infinity',
    '!': 'factorial',
    '…': 'and so on',
    '⋯': 'and so on',
    '′': 'prime',
  },
  names: { ...GREEK, sin: 'sine', cos: 'cosine', tan: 'tangent', log: 'log', ln: 'natural log' },
  minus: 'minus',
  power: exponent => `to the power of ${exponent}`,
  powers: { 2: 'squared', 3: 'cubed' },
  sub: index => `sub ${index}`,
  over: (above, below) => `${above} over ${below}`,
  fraction: (above, below) => `the fraction with numerator ${above} and denominator ${below}`,
  part: (above, below) => {
    const names = PARTS_EN[below]
    return names && `${NUMBERS[above] || above} ${names[above === 1 ? 0 : 1]}`
  },
  and: 'and',
  root: of => `the square root of ${of}`,
  roots: { 3: of => `the cube root of ${of}` },
  nthRoot: (degree, of) => `the root of degree ${degree} of ${of}`,
  open: 'open bracket',
  close: 'close bracket',
  absolute: of => `the absolute value of ${of}`,
  degrees: 'degrees',
  of: 'of',
  vector: of => `vector ${of}`,
  bar: of => `${of} bar`,
  fromTo: (sign, from, to) => [sign, from && `from ${from}`, to && `to ${to}`].filter(Boolean).join(' '),
  row: number => `row ${number}`,
}

const NUMEROS = ['', 'um', 'dois', 'três', 'quatro', 'cinco', 'seis', 'sete', 'oito', 'nove']

/** European Portuguese as it is said in schools (common practice). */
const PT: Words = {
  signs: {
    '=': 'é igual a',
    '+': 'mais',
    '−': 'menos',
    '-': 'menos',
    '±': 'mais ou menos',
    '×': 'vezes',
    '·': 'vezes',
    '⋅': 'vezes',
    '÷': 'a dividir por',
    '/': 'sobre',
    ':': 'para',
    '<': 'é menor que',
    '>': 'é maior que',
    '≤': 'é menor ou igual a',
    '≥': 'é maior ou igual a',
    '≠': 'é diferente de',
    '≈': 'é cerca de',
    '∈': 'pertence a',
    '∉': 'não pertence a',
    '⊂': 'está contido em',
    '∪': 'união',
    '∩': 'interseção',
    '→': 'tende para',
    '⇒': 'implica',
    '⇔': 'equivale a',
    '∠': 'ângulo',
    '⊥': 'é perpendicular a',
    '∥': 'é paralelo a',
    '%': 'por cento',
    '∑': 'o somatório',
    '∏': 'o produtório',
    '∫': 'o integral',
    '∞': 'infinito',
    '!': 'fatorial',
    '…': 'e assim por diante',
    '⋯': 'e assim por diante',
    '′': 'linha',
  },
  names: { ...GREEK, sin: 'seno', sen: 'seno', cos: 'cosseno', tan: 'tangente', ln: 'logaritmo natural' },
  minus: 'menos',
  power: exponent => `elevado a ${exponent}`,
  powers: { 2: 'ao quadrado', 3: 'ao cubo' },
  sub: index => `índice ${index}`,
  over: (above, below) => `${above} sobre ${below}`,
  fraction: (above, below) => `a fração com numerador ${above} e denominador ${below}`,
  part: (above, below) => {
    const names = PARTS_PT[below]
    return names && `${NUMEROS[above] || above} ${names[above === 1 ? 0 : 1]}`
  },
  and: 'e',
  root: of => `a raiz quadrada de ${of}`,
  roots: { 3: of => `a raiz cúbica de ${of}` },
  nthRoot: (degree, of) => `a raiz de índice ${degree} de ${of}`,
  open: 'abre parênteses',
  close: 'fecha parênteses',
  absolute: of => `o módulo de ${of}`,
  degrees: 'graus',
  of: 'de',
  vector: of => `vetor ${of}`,
  bar: of => `${of} barra`,
  fromTo: (sign, from, to) => [sign, from && `de ${from}`, to && `até ${to}`].filter(Boolean).join(' '),
  row: number => `linha ${number}`,
}

const LANGUAGES: Readonly<Record<string, Words>> = { en: EN, pt: PT }

/** A formula as people say it; undefined in a language that Oppen does not say formulas in. */
export function spokenFormula(formula: MathNode, language: string): string | undefined {
  const words = LANGUAGES[baseLanguage(language)]
  return words && say(formula, words).replace(/\s+/g, ' ').trim()
}

/** Formulas that are nested deeper are not read out any further. */
const DEEPEST = 30

function say(node: MathNode, words: Words, depth = 0): string {
  if (depth > DEEPEST) return ''
  const { tag, children } = node
  const one = (index: number) => {
    const child = children[index]
    return child ? say(child, words, depth + 1) : ''
  }
  switch (tag) {
    case 'mn':
    case 'mtext':
    case 'ms':
      return node.text.trim()
    case 'mi':
      return words.names[node.text.trim()] ?? words.signs[node.text.trim()] ?? node.text.trim()
    case 'mo':
      return sign(node.text.trim(), words)
    case 'mfrac':
      return fraction(children, words, depth)
    case 'msqrt':
      return words.root(row(children, words, depth))
    case 'mroot': {
      const [of, degree] = [one(0), one(1)]
      return (words.roots[degree] ?? ((of: string) => words.nthRoot(degree, of)))(of)
    }
    case 'msup':
      return `${one(0)} ${power(one(1), children[1], words)}`
    case 'msub':
      return isBig(children[0]) ? words.fromTo(one(0), one(1), '') : `${one(0)} ${words.sub(one(1))}`
    case 'msubsup':
      return isBig(children[0])
        ? words.fromTo(one(0), one(1), one(2))
        : `${one(0)} ${words.sub(one(1))} ${power(one(2), children[2], words)}`
    case 'munder':
      return isBig(children[0]) ? words.fromTo(one(0), one(1), '') : `${one(0)} ${one(1)}`
    case 'munderover':
      return words.fromTo(one(0), one(1), one(2))
    case 'mover':
      return over(children, words, depth)
    case 'menclose':
      return node.notation === 'top' ? words.bar(row(children, words, depth)) : row(children, words, depth)
    case 'mtable':
      return children
        .map((each, index) => `${words.row(index + 1)}, ${say(each, words, depth + 1)}`)
        .join(', ')
    case 'mtr':
      return children.map(each => say(each, words, depth + 1)).join(', ')
    case 'annotation':
    case 'annotation-xml':
    case 'mspace':
    case 'mphantom':
      return ''
    default:
      return row(children, words, depth)
  }
}

const BIG = new Set(['∑', '∏', '∫'])
/** What has an amount from … to …. */
const isBig = (node: MathNode | undefined): boolean => !!node && BIG.has(textOf(node))

const textOf = ({ text, children }: MathNode, depth = 0): string => {
  if (depth > DEEPEST) return ''
  return children.length ? children.map(child => textOf(child, depth + 1)).join('') : text.trim()
}

const sign = (text: string, words: Words): string => {
  if (/^[([{]$/.test(text)) return words.open
  if (/^[)\]}]$/.test(text)) return words.close
  // signs that are not seen say nothing (apply function, invisible times, separator, plus)
  if (/^[\u2061-\u2064]?$/.test(text)) return ''
  return words.signs[text] ?? text
}

function power(exponent: string, node: MathNode | undefined, words: Words): string {
  const text = node ? textOf(node) : ''
  if (text === '∘' || text === '°') return words.degrees
  if (text === '′' || text === '*') return exponent
  return words.powers[exponent] ?? words.power(exponent)
}

function fraction(children: readonly MathNode[], words: Words, depth: number): string {
  const [above, below] = children
  if (!above || !below) return ''
  const [top, bottom] = [textOf(above), textOf(below)]
  const whole = /^\d+$/.test(top) && /^\d+$/.test(bottom)
  const part = whole && Number(top) < Number(bottom) ? words.part(Number(top), Number(bottom)) : undefined
  if (part) return part
  const [first, second] = [say(above, words, depth + 1), say(below, words, depth + 1)]
  return isShort(above) && isShort(below) ? words.over(first, second) : words.fraction(first, second)
}

/** What stands over letters as a line, also as a combining sign. */
const BARS = new Set(['¯', '‾', '―', '_', '-', '\u0305'])

const isShort = ({ children }: MathNode, depth = 0): boolean =>
  !children.length ||
  (children.length === 1 && depth < DEEPEST && isShort(children[0] as MathNode, depth + 1))

function over([of, above]: readonly MathNode[], words: Words, depth: number): string {
  if (!of || !above) return ''
  const said = say(of, words, depth + 1)
  const text = textOf(above)
  if (isBig(of)) return words.fromTo(said, '', say(above, words, depth + 1))
  if (/^[→⇀]$/.test(text)) return words.vector(said)
  if (BARS.has(text)) return words.bar(said)
  return `${said} ${say(above, words, depth + 1)}`
}

/** What stands in a row: signs between, a number before a fraction with "and", and what stands between bars as its absolute value. */
function row(children: readonly MathNode[], words: Words, depth: number): string {
  const said: string[] = []
  let bar = -1
  for (const [index, child] of children.entries()) {
    const before = children[index - 1]
    const text = textOf(child)
    if (text === '|' || text === '∣') {
      if (bar < 0) {
        bar = said.length
        continue
      }
      said.push(words.absolute(said.splice(bar).join(' ')))
      bar = -1
      continue
    }
    if (child.tag === 'mfrac' && before?.tag === 'mn') said.push(words.and)
    if (/^[−-]$/.test(text) && (!before || isOperator(before))) said.push(words.minus)
    else if (text === '\u2061') said.push(words.of)
    else said.push(say(child, words, depth + 1))
  }
  const big = children.findIndex(child => isBig(child) || isBig(child.children[0]))
  if (big >= 0 && big < said.length - 1) said.splice(big + 1, 0, words.of)
  return said.filter(Boolean).join(' ')
}

const isOperator = (node: MathNode): boolean => node.tag === 'mo' && !/^[)\]}|]$/.test(textOf(node))
