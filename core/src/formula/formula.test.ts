import fc from 'fast-check'
import Fraction from 'fraction.js'
import { all, create } from 'mathjs'
import { describe, expect, it } from 'vitest'
import { rational, showRational } from '../quantity/index.js'
import { equalFormulas, exactValue, type Formula, readFormula, valueNear } from './index.js'

/** mathjs 15 is the reference for what a formula is worth, and for which are the same. */
const math = create(all ?? {}, {})

const NAMES = ['x', 'y']
const read = (text: string, variables: readonly string[] = NAMES): Formula => {
  const formula = readFormula(text, variables)
  if (!formula.ok) throw new Error(`${text}: ${formula.refusal.code}`)
  return formula.value
}
const same = (a: string, b: string, over: 'real' | 'positive' = 'real') =>
  equalFormulas(read(a), read(b), NAMES, over)
const refusal = (text: string, variables: readonly string[] = NAMES) => {
  const formula = readFormula(text, variables)
  return formula.ok ? 'read' : formula.refusal.code
}
/** In the words of mathjs, where `log` is to the base of e. */
const theirs = (text: string) => text.replace(/\bln\b/g, 'log').replace(/\blog\b(?=\(.*\)#)/g, 'log10')

describe('reading a formula', () => {
  it.each([
    ['2x+3', '2*x+3'],
    ['2 x y', '2*x*y'],
    ['2xy', '2*x*y'],
    ['3(x+1)', '3*(x+1)'],
    ['(x+1)(x-1)', '(x+1)*(x-1)'],
    ['x(y+1)', 'x*(y+1)'],
    ['-x^2', '-(x^2)'],
    ['x^-1', '1/x'],
    ['2^3^2', '2^(3^2)'],
    ['x² − 1', 'x^2-1'],
    ['x⁻²', 'x^(-2)'],
    ['√x', 'sqrt(x)'],
    ['√(x+1)', 'sqrt(x+1)'],
    ['sin x + 1', 'sin(x)+1'],
    ['2·π·x', '2*pi*x'],
    ['2πx', '2*pi*x'],
    ['x ÷ y', 'x/y'],
    ['1,5x', '1.5*x'],
    ['[x+{y}]', 'x+y'],
    ['|x-y|', 'abs(x-y)'],
    ['x/2*y', '(x/2)*y'],
    ['1-x-y', '(1-x)-y'],
    ['--x', 'x'],
    ['2x^2', '2*(x^2)'],
    ['x**2', 'x^2'],
    ['e^x', 'exp(x)'],
    ['log(100)', '2'],
    ['ln(e)', '1'],
  ])('%s is what mathjs calculates for %s', (text, reference) => {
    const compiled = math.compile(reference)
    for (const values of [
      { x: 0.7, y: 2.3 },
      { x: 3.1, y: 1.4 },
    ])
      expect(valueNear(read(text), values)).toBeCloseTo(compiled.evaluate({ ...values }), 9)
  })

  it('takes variables of several letters, and keeps them apart', () => {
    expect(valueNear(read('width·height', ['width', 'height']), { width: 3, height: 4 })).toBe(12)
    expect(valueNear(read('2ab', ['a', 'b', 'ab']), { a: 1, b: 1, ab: 5 })).toBe(10)
    expect(valueNear(read('x1 + x2', ['x1', 'x2']), { x1: 1, x2: 2 })).toBe(3)
  })

  it.each([
    ['', 'formula_ends'],
    ['x+', 'formula_ends'],
    ['(x+1', 'formula_bracket'],
    ['x+1)', 'formula_unreadable'],
    ['x § y', 'formula_unreadable'],
    ['z + 1', 'formula_name'],
    ['constructor', 'formula_name'],
    ['sin', 'formula_ends'],
    ['x^^2', 'formula_unreadable'],
    ['*x', 'formula_unreadable'],
    ['1/2x', 'formula_ambiguous'],
    ['1/2(x+1)', 'formula_ambiguous'],
    ['x = 3', 'formula_unreadable'],
    ['x^1000000', 'formula_power'],
    ['x^-101', 'formula_power'],
  ])('"%s" is refused: %s', (text, code) => {
    expect(refusal(text)).toBe(code)
  })

  it('that is too long or stands too deep is refused at once', () => {
    expect(refusal('x'.repeat(301))).toBe('formula_long')
    expect(refusal('x+'.repeat(50_000))).toBe('formula_long')
    for (const deep of [
      `${'('.repeat(100)}x${')'.repeat(100)}`,
      `${'x^'.repeat(100)}x`,
      `${'√'.repeat(100)}x`,
      `${'sin '.repeat(60)}x`,
      `${'x^-'.repeat(60)}x`,
    ])
      expect(refusal(deep), deep.slice(0, 10)).toBe('formula_deep')
  })

  it('of whatever is typed ends with a formula or with a refusal', () => {
    const piece = fc.constantFrom(
      'x',
      'y',
      '2',
      '1.5',
      '+',
      '-',
      '*',
      '/',
      '^',
      '(',
      ')',
      '|',
      'sin',
      '√',
      ' ',
      'π',
      '²',
      '§',
    )
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 40 }), pieces => {
        const formula = readFormula(pieces.join(''), NAMES)
        if (formula.ok) expect(typeof valueNear(formula.value, { x: 1.5, y: 2.5 })).toBe('number')
        else expect(formula.refusal.code).toMatch(/^formula_/)
      }),
    )
  })
})

describe('the exact value', () => {
  it('is what fraction.js calculates', () => {
    const some = fc.integer({ min: -50, max: 50 })
    fc.assert(
      fc.property(some, some, some, (a, b, c) => {
        const values = { a: rational(BigInt(a)), b: rational(BigInt(b)), c: rational(BigInt(c)) }
        const value = exactValue(read('(a + b/3)^2 / c - a*c', ['a', 'b', 'c']), values)
        const reference =
          c === 0
            ? null
            : new Fraction(a).add(new Fraction(b, 3)).pow(2)?.div(c).sub(new Fraction(a).mul(c)).toFraction()
        expect(value && showRational(value)).toBe(reference)
      }),
    )
  })

  it.each([
    ['1/0', null],
    ['0^-1', null],
    ['2^(10*100)', null],
    ['√(-1)', null],
    ['ln(0)', null],
    ['√(9/4)', '3/2'],
    ['|2-5|', '3'],
    ['2^-3', '1/8'],
    ['4^0.5', '2'],
  ])('of %s is %s', (text, value) => {
    const exact = exactValue(read(text), {})
    expect(exact && showRational(exact)).toBe(value)
  })

  it('of a root of what is below zero is that of real numbers', () => {
    expect(valueNear(read('x^(1/3)'), { x: -8 })).toBeCloseTo(-2, 12)
    expect(valueNear(read('x^(2/3)'), { x: -8 })).toBeCloseTo(4, 12)
    expect(valueNear(read('x^(1/2)'), { x: -8 })).toBeNaN()
  })
})

/** M. Abramowitz and I. A. Stegun, Handbook of Mathematical Functions (1964), by their numbers there (from memory). */
const IDENTITIES = [
  ['4.3.10', 'sin(x)^2 + cos(x)^2', '1'],
  ['4.3.11', '1/cos(x)^2 - tan(x)^2', '1'],
  ['4.3.16', 'sin(x+y)', 'sin(x) cos(y) + cos(x) sin(y)'],
  ['4.3.17', 'cos(x+y)', 'cos(x) cos(y) - sin(x) sin(y)'],
  ['4.3.18', 'tan(x+y)', '(tan(x)+tan(y))/(1 - tan(x) tan(y))'],
  ['4.3.24', 'sin(2x)', '2 sin(x) cos(x)'],
  ['4.3.25', 'cos(2x)', '2 cos(x)^2 - 1'],
  ['4.3.25', 'cos(2x)', '1 - 2 sin(x)^2'],
  ['4.3.27', 'sin(3x)', '3 sin(x) - 4 sin(x)^3'],
  ['4.3.28', 'cos(3x)', '4 cos(x)^3 - 3 cos(x)'],
  ['4.3.31', '2 sin(x) sin(y)', 'cos(x-y) - cos(x+y)'],
  ['4.3.34', 'sin(x) + sin(y)', '2 sin((x+y)/2) cos((x-y)/2)'],
  ['4.2.1', 'e^(x+y)', 'e^x * e^y'],
  ['3.1.1', '(x+y)^4', 'x^4 + 4x^3 y + 6x^2 y^2 + 4x y^3 + y^4'],
] as const

describe('equal formulas', () => {
  it.each(IDENTITIES)('by identity %s: %s = %s', (_, a, b) => {
    expect(same(a, b)).toBe(true)
  })

  it.each(IDENTITIES)('by identity %s, with one sign changed they are not: %s', (_, a, b) => {
    expect(same(a, `${b} + x`)).toBe(false)
    expect(same(a, `-(${b})`)).toBe(false)
  })

  it.each([
    ['2(x+3)', '2x+6', true],
    ['(x+1)^2', 'x² + 2x + 1', true],
    ['(x^2-1)/(x-1)', 'x+1', true],
    ['x/2', '0.5x', true],
    ['1/x + 1/y', '(x+y)/(x*y)', true],
    ['x^3 - y^3', '(x-y)(x^2+x*y+y^2)', true],
    ['2x+6', '2x+3', false],
    ['x^2', '2x', false],
    ['(x+y)^2', 'x^2+y^2', false],
    ['x', 'y', false],
    ['x', 'x + 1/1000000000000', false],
    ['√(x^2)', 'x', false],
    ['√(x^2)', '|x|', true],
    ['x^(1/2)', '√x', true],
    ['√(x*y)', '√x*√y', false],
    ['√8', '2√2', true],
    ['ln(x^2)', '2ln(x)', false],
    ['1/√x', '√x/x', true],
    ['sin(x)/cos(x)', 'tan(x)', true],
    // one has a value for all x
    ['asin(x)+acos(x)', 'π/2', false],
    ['0*x', '0', true],
    ['1/(x-x)', '1/(x-x)', false],
    ['√(-1-x^2)', '√(-1-x^2)', false],
    ['3', '3.0', true],
    ['1/3', '0.333333333', false],
    ['e^(ln(x))', 'x', false],
  ])('%s and %s: %s', (a, b, expected) => {
    expect(same(a, b)).toBe(expected)
    expect(same(b, a)).toBe(expected)
  })

  it('over positive numbers are equal where signs do not matter', () => {
    for (const [a, b] of [
      ['√(x^2)', 'x'],
      ['ln(x^2)', '2ln(x)'],
      ['√(x*y)', '√x*√y'],
      ['e^(ln(x))', 'x'],
    ] as const)
      expect(same(a, b, 'positive'), a).toBe(true)
  })

  it('are those that mathjs finds equal in exact fractions', () => {
    const exact = create(all ?? {}, { number: 'Fraction' })
    const pairs: readonly (readonly [string, string])[] = [
      ['(x+2)*(x-3)', 'x^2-x-6'],
      ['(2*x-1)^3', '8*x^3-12*x^2+6*x-1'],
      ['x*(y+1)-y*(x+1)', 'x-y'],
      ['(x+2)*(x-3)', 'x^2+x-6'],
      ['(x-y)^2', '(y-x)^2'],
      ['(x-y)^3', '(y-x)^3'],
    ]
    for (const [a, b] of pairs) {
      const difference = exact.evaluate(`${a}-(${b})`, { x: exact.fraction(3, 7), y: exact.fraction(-5, 11) })
      expect(same(a, b), `${a} = ${b}`).toBe(exact.fraction(difference).equals(exact.fraction(0)))
    }
  })

  it('stay equal to themselves however they are written, and stop where something is added', () => {
    const leaf = fc.constantFrom('x', 'y', '2', '3', '0.5')
    const { formula } = fc.letrec<{ formula: string }>(tie => ({
      formula: fc.oneof(
        { depthSize: 'small', withCrossShrink: true },
        leaf,
        fc
          .tuple(tie('formula'), fc.constantFrom('+', '-', '*'), tie('formula'))
          .map(([a, sign, b]) => `(${a}${sign}${b})`),
      ),
    }))
    fc.assert(
      fc.property(formula, text => {
        fc.pre(text.length < 120)
        expect(same(text, `(${text}) * 4 / 4`)).toBe(true)
        expect(same(text, `${text} + x - x`)).toBe(true)
        expect(same(text, `${text} + 1`)).toBe(false)
        expect(valueNear(read(text), { x: 1.25, y: -0.75 })).toBeCloseTo(
          math.evaluate(theirs(text), { x: 1.25, y: -0.75 }),
          6,
        )
      }),
    )
  })

  it('that would take for ever to multiply out are decided by their values', () => {
    const long = '(x+y+1)^60 * (x-y+2)^60'
    expect(same(long, long)).toBe(true)
    expect(same('(x^9+y)^50', '(y+x^9)^50')).toBe(true)
    expect(same('x^99', 'x^100')).toBe(false)
  })
})
