import { err, type Outcome, ok } from '../outcome/index.js'
import { compare, type Rational, rational, readNumber } from '../quantity/index.js'

/** What a formula is made of. */
export type Formula =
  | { readonly is: 'number'; readonly value: Rational }
  | { readonly is: 'constant'; readonly name: Constant }
  | { readonly is: 'variable'; readonly name: string }
  | { readonly is: 'call'; readonly name: FunctionName; readonly of: Formula }
  | { readonly is: 'negative'; readonly of: Formula }
  | { readonly is: Operation; readonly left: Formula; readonly right: Formula }

export type Operation = '+' | '-' | '*' | '/' | '^'
export const CONSTANTS = ['pi', 'e'] as const
export type Constant = (typeof CONSTANTS)[number]
/** `log` is to the base of ten, `ln` the natural one; angles are in radians. */
export const FUNCTIONS = [
  'sqrt',
  'abs',
  'sin',
  'cos',
  'tan',
  'asin',
  'acos',
  'atan',
  'exp',
  'ln',
  'log',
] as const
export type FunctionName = (typeof FUNCTIONS)[number]

/** The longest formula, in characters, and how deep its brackets may stand. */
export const LONGEST_FORMULA = 300
export const DEEPEST_FORMULA = 40
/** The largest power that is written as a number: past it, all that calculates with it is nought or without end. */
export const LARGEST_POWER = 100

const isConstant = (name: string): name is Constant => (CONSTANTS as readonly string[]).includes(name)
const isFunction = (name: string): name is FunctionName => (FUNCTIONS as readonly string[]).includes(name)

type Token = { readonly text: string; readonly at: number; readonly is: 'number' | 'name' | 'sign' }
const TOKEN = /\s*(?:(?<number>\d+(?:[.,]\d+)?|[.,]\d+)|(?<name>\p{L}+(?:_?\d+)?)|(?<sign>[-+*/^()|]))/uy

const isLarge = (exponent: Formula): boolean =>
  exponent.is === 'negative'
    ? isLarge(exponent.of)
    : exponent.is === 'number' && compare(exponent.value, rational(BigInt(LARGEST_POWER))) > 0

/** What stops the reading; becomes a refusal. */
class Unreadable extends Error {
  constructor(
    readonly code: string,
    readonly params?: Record<string, string | number>,
  ) {
    super(code)
  }
}

/**
 * Reads a formula as people write it: "2x + 3", "x² − 1", "3(x+1)/2", "√x", "2·π·r", with the given variables. Powers bind
 * before signs, so that −x² is −(x²), and from the right. Refuses `formula_unreadable` with the place, `formula_long`,
 * `formula_deep`, `formula_power`, `formula_name` for a name that is no variable, and `formula_ambiguous` for 1/2x, which reads as (1/2)x or as
 * 1/(2x).
 */
export function readFormula(typed: string, variables: readonly string[] = []): Outcome<Formula> {
  if (typed.length > LONGEST_FORMULA) return err('formula_long', { most: LONGEST_FORMULA })
  try {
    const reading = new Reading(tokensOf(plain(typed), variables), variables)
    return ok(reading.whole())
  } catch (error) {
    if (error instanceof Unreadable) return err(error.code, error.params)
    throw error
  }
}

const RAISED = '⁰¹²³⁴⁵⁶⁷⁸⁹'

/** The same in the signs of a keyboard. */
const plain = (typed: string): string =>
  typed
    .normalize('NFC')
    .replace(/[−–‐‑]/g, '-')
    .replace(/[×·⋅∙]/g, '*')
    .replace(/[÷:]/g, '/')
    .replace(/[[{]/g, '(')
    .replace(/[\]}]/g, ')')
    .replace(/√/g, ' sqrt ')
    .replace(
      /[⁻]?[⁰¹²³⁴⁵⁶⁷⁸⁹]+/g,
      raised => `^(${[...raised].map(one => (one === '⁻' ? '-' : RAISED.indexOf(one))).join('')})`,
    )
    .replace(/\*\*/g, '^')

function tokensOf(text: string, variables: readonly string[]): Token[] {
  const tokens: Token[] = []
  TOKEN.lastIndex = 0
  while (TOKEN.lastIndex < text.length) {
    const at = TOKEN.lastIndex
    const found = TOKEN.exec(text)?.groups
    if (!found) {
      if (!text.slice(at).trim()) break
      throw new Unreadable('formula_unreadable', {
        text: text.slice(at).trim().slice(0, 10),
        position: at + 1,
      })
    }
    if (found.number) tokens.push({ text: found.number, at, is: 'number' })
    else if (found.sign) tokens.push({ text: found.sign, at, is: 'sign' })
    else for (const name of namesOf(found.name ?? '', variables)) tokens.push({ text: name, at, is: 'name' })
  }
  return tokens
}

/** One name, or several variables that were written together, as in "2xy". */
function namesOf(word: string, variables: readonly string[]): string[] {
  const lower = word.toLowerCase()
  if (variables.includes(word)) return [word]
  if (word === 'π') return ['pi']
  if (isFunction(lower) || isConstant(lower)) return [lower]
  const names: string[] = []
  let rest = word
  const parts = [...variables, ...FUNCTIONS, 'pi', 'π'].sort((a, b) => b.length - a.length)
  while (rest) {
    const name = parts.find(one => rest.startsWith(one))
    if (!name) throw new Unreadable('formula_name', { text: word.slice(0, 20) })
    names.push(name === 'π' ? 'pi' : name)
    rest = rest.slice(name.length)
  }
  return names
}

class Reading {
  readonly #tokens: readonly Token[]
  readonly #variables: readonly string[]
  #next = 0
  #depth = 0

  constructor(tokens: readonly Token[], variables: readonly string[]) {
    this.#tokens = tokens
    this.#variables = variables
  }

  whole(): Formula {
    const formula = this.#sum()
    if (this.#peek()) throw this.#unreadable()
    return formula
  }

  #sum(): Formula {
    if (++this.#depth > DEEPEST_FORMULA) throw new Unreadable('formula_deep', { most: DEEPEST_FORMULA })
    let left = this.#product()
    for (let sign = this.#take('+', '-'); sign; sign = this.#take('+', '-'))
      left = { is: sign as '+' | '-', left, right: this.#product() }
    this.#depth--
    return left
  }

  #product(): Formula {
    let left = this.#signed()
    let divided = false
    for (;;) {
      const sign = this.#take('*', '/')
      if (sign) {
        left = { is: sign as '*' | '/', left, right: this.#signed() }
        divided = sign === '/'
      } else if (this.#beginsFactor()) {
        // "1/2x" and "1/2(x+1)" are read in two ways by two people
        if (divided) throw new Unreadable('formula_ambiguous')
        left = { is: '*', left, right: this.#power() }
      } else return left
    }
  }

  #signed(): Formula {
    let negative = false
    for (let sign = this.#take('+', '-'); sign; sign = this.#take('+', '-'))
      negative = (sign === '-') !== negative
    const of = this.#power()
    return negative ? { is: 'negative', of } : of
  }

  #power(): Formula {
    const base = this.#atom()
    if (!this.#take('^')) return base
    if (++this.#depth > DEEPEST_FORMULA) throw new Unreadable('formula_deep', { most: DEEPEST_FORMULA })
    const right = this.#signed()
    this.#depth--
    if (isLarge(right)) throw new Unreadable('formula_power', { most: LARGEST_POWER })
    return { is: '^', left: base, right }
  }

  #atom(): Formula {
    const token = this.#peek()
    if (!token) throw new Unreadable('formula_ends')
    this.#next++
    if (token.is === 'number') return this.#number(token)
    if (token.is === 'name') return this.#named(token)
    if (token.text === '(') return this.#until(')')
    if (token.text === '|') return { is: 'call', name: 'abs', of: this.#until('|') }
    this.#next--
    throw this.#unreadable()
  }

  #number({ text }: Token): Formula {
    const read = readNumber(text.replace(',', '.'))
    if (read.ok) return { is: 'number', value: read.value.value }
    throw new Unreadable(read.refusal.code, read.refusal.params)
  }

  #named({ text }: Token): Formula {
    if (this.#variables.includes(text)) return { is: 'variable', name: text }
    if (isConstant(text)) return { is: 'constant', name: text }
    if (!isFunction(text)) throw new Unreadable('formula_name', { text })
    if (++this.#depth > DEEPEST_FORMULA) throw new Unreadable('formula_deep', { most: DEEPEST_FORMULA })
    // "sqrt x" and "sin x" take what stands next, brackets or not
    const of = this.#take('(') ? this.#until(')') : this.#power()
    this.#depth--
    return { is: 'call', name: text, of }
  }

  #until(end: ')' | '|'): Formula {
    const inside = this.#sum()
    if (!this.#take(end))
      throw this.#peek() ? this.#unreadable() : new Unreadable('formula_bracket', { text: end })
    return inside
  }

  #beginsFactor(): boolean {
    const token = this.#peek()
    return !!token && (token.is !== 'sign' || token.text === '(')
  }

  #take(...signs: readonly string[]): string | undefined {
    const token = this.#peek()
    if (token?.is !== 'sign' || !signs.includes(token.text)) return undefined
    this.#next++
    return token.text
  }

  #peek(): Token | undefined {
    return this.#tokens[this.#next]
  }

  #unreadable(): Unreadable {
    const { text = '', at = 0 } = this.#peek() ?? {}
    return new Unreadable('formula_unreadable', { text, position: at + 1 })
  }
}
