import { createRequire } from 'node:module'
import fc from 'fast-check'
import temml from 'temml'
import { beforeAll, describe, expect, it } from 'vitest'
import { type MathNode, spokenFormula } from './index.js'

const { setupEngine, toSpeech, engineReady } = createRequire(import.meta.url)('speech-rule-engine') as {
  setupEngine: (options: Record<string, string>) => Promise<unknown>
  engineReady: () => Promise<unknown>
  toSpeech: (mathml: string) => string
}

const ENTITIES: Readonly<Record<string, string>> = { '&lt;': '<', '&gt;': '>', '&amp;': '&' }

/** Reads the MathML of Temml, which has neither comments nor attributes with a sign of markup in them. */
function read(mathml: string): MathNode {
  const root: MathNode & { children: MathNode[] } = { tag: 'root', text: '', children: [] }
  const open = [root as { tag: string; text: string; children: MathNode[] }]
  for (const [, close, tag = '', attributes = '', self, text] of mathml.matchAll(
    /<(\/?)([\w-]+)([^>]*?)(\/?)>|([^<]+)/g,
  )) {
    const here = open.at(-1)
    if (!here) throw new Error('closed too often')
    if (text !== undefined) here.text += text.replace(/&\w+;/g, one => ENTITIES[one] ?? one)
    else if (close) open.pop()
    else {
      const node = { tag, text: '', children: [], notation: /notation="(\w+)"/.exec(attributes)?.[1] }
      here.children.push(node)
      if (!self) open.push(node)
    }
  }
  return root
}

const mathOf = (tex: string) => temml.renderToString(tex)
const said = (tex: string, language = 'en') => spokenFormula(read(mathOf(tex)), language)

beforeAll(async () => {
  await setupEngine({ locale: 'en', domain: 'clearspeak', style: 'default' })
  await engineReady()
})

describe('a formula as it is said', () => {
  // Speech Rule Engine 4.1, ClearSpeak, default style: the same words
  it.each([
    'x^2',
    'x^3',
    '\\frac{1}{2}',
    '\\frac{2}{3}',
    '\\frac{a}{b}',
    '\\frac{12}{25}',
    '\\frac{x+1}{y+2}',
    '\\sqrt{x}',
    '\\sqrt{x+1}',
    '\\sqrt[3]{8}',
    'x_1',
    'a_n',
    'x_1^2',
    '2x+3=7',
    'a \\leq b',
    'a \\geq 4',
    'a<b',
    'a \\neq b',
    '6 \\times 7',
    'a \\cdot b',
    '12 \\div 4',
    '4-7',
    '\\pi r^2',
    '\\pm 3',
    '|x|',
    '|x+1|',
    '3.14',
    'x \\in A',
    '\\sum_{i=1}^{n} i',
    '\\angle ABC',
    '2\\frac{1}{2}',
    '\\text{area} = l \\times w',
  ])('%s in the words of an open speech rule package', tex => {
    expect(said(tex)).toBe(toSpeech(mathOf(tex)))
  })

  // common practice in British and Portuguese schools, where that package has other words or none
  it.each([
    ['\\frac{3}{4}', '3 quarters', '3 quartos'],
    ['x^n', 'x to the power of n', 'x elevado a n'],
    ['10^{6}', '10 to the power of 6', '10 elevado a 6'],
    ['-5', 'minus 5', 'menos 5'],
    ['45^\\circ', '45 degrees', '45 graus'],
    [
      '(a+b)^2',
      'open bracket a plus b close bracket squared',
      'abre parênteses a mais b fecha parênteses ao quadrado',
    ],
    ['50\\%', '50 percent', '50 por cento'],
    ['\\vec{v}', 'vector v', 'vetor v'],
    ['\\overline{AB}', 'A B bar', 'A B barra'],
    ['\\sqrt{9} = 3', 'the square root of 9 equals 3', 'a raiz quadrada de 9 é igual a 3'],
  ])('%s', (tex, english, portuguese) => {
    expect([said(tex)?.replace('three', '3'), said(tex, 'pt')?.replace('três', '3')]).toEqual([
      english,
      portuguese,
    ])
  })

  it('is not said in a language that Oppen does not say formulas in', () => {
    expect(said('x^2', 'de')).toBeUndefined()
  })

  it('is said however it is made, and ends however deep it is', () => {
    const leaf = fc.record({
      tag: fc.constantFrom('mi', 'mn', 'mo', 'mtext'),
      text: fc.constantFrom('x', '2', '+', '−', '(', ')', '|', '∑', '', '→'),
      children: fc.constant<MathNode[]>([]),
    })
    const tags = [
      'mrow',
      'mfrac',
      'msqrt',
      'mroot',
      'msup',
      'msub',
      'msubsup',
      'mover',
      'munder',
      'munderover',
      'mtable',
      'mtr',
      'mtd',
      'other',
    ]
    const { formula } = fc.letrec<{ formula: MathNode }>(tie => ({
      formula: fc.oneof(
        { maxDepth: 6 },
        leaf,
        fc.record({
          tag: fc.constantFrom(...tags),
          text: fc.constant(''),
          children: fc.array(tie('formula'), { maxLength: 4 }),
        }),
      ),
    }))
    fc.assert(
      fc.property(formula, one => {
        for (const language of ['en', 'pt'])
          expect(spokenFormula(one, language)).not.toMatch(/undefined|\s\s/)
      }),
    )
    let deep: MathNode = { tag: 'mi', text: 'x', children: [] }
    for (let depth = 0; depth < 5_000; depth++) deep = { tag: 'mrow', text: '', children: [deep] }
    expect(spokenFormula(deep, 'en')).toBe('')
  })
})
