import { base32crockford } from '@scure/base'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  ALPHABET,
  CODE_LENGTH,
  checkOf,
  KEY_LENGTH,
  readCode,
  readSymbol,
  showCode,
  slipOf,
  syndrome,
  times,
  writeCode,
} from './index.js'

describe('the alphabet', () => {
  it('is the table that an independent Base32 library has for Crockford', () => {
    // @scure/base encodes 5 bytes as 8 symbols: each byte string below is the eight symbols of one stretch of the table
    const bits = Array.from({ length: 32 }, (_, value) => value.toString(2).padStart(5, '0')).join('')
    const bytes = Uint8Array.from(bits.match(/.{8}/g) ?? [], byte => Number.parseInt(byte, 2))
    expect(base32crockford.encode(bytes)).toBe(ALPHABET)
  })

  it('reads look-alikes and cases as the published decoding table does', () => {
    // Crockford, "Base 32": decode 0 from 0 O o, 1 from 1 I i L l; U is excluded
    for (const [typed, value] of [
      ['0', 0],
      ['O', 0],
      ['o', 0],
      ['1', 1],
      ['I', 1],
      ['i', 1],
      ['L', 1],
      ['l', 1],
      ['z', 31],
    ] as const) {
      expect(readSymbol(typed)).toBe(value)
    }
    for (const strange of ['U', 'u', '*', '~', '$', '=', 'É', '', 'AB', 'ß', 'İ'])
      expect(readSymbol(strange)).toBeUndefined()
  })
})

describe('the field under the check', () => {
  const field = Array.from({ length: 32 }, (_, n) => n)

  it('is a field: every element but zero has exactly one inverse', () => {
    for (const a of field.slice(1)) expect(field.filter(b => times(a, b) === 1)).toHaveLength(1)
  })

  it('has x as a generator: its first 31 powers are all different', () => {
    const powers = new Set<number>()
    let power = 1
    for (let n = 0; n < 31; n++) {
      powers.add(power)
      power = times(power, 2)
    }
    expect(powers.size).toBe(31)
  })

  it('makes the check linear, so that an error is caught or not whatever the other symbols are', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(31), fc.nat(31)), { minLength: 1, maxLength: 16 }), pairs => {
        const sum = pairs.map(([a, b]) => a ^ b)
        expect(syndrome(sum)).toBe(syndrome(pairs.map(([a]) => a)) ^ syndrome(pairs.map(([, b]) => b)))
      }),
    )
  })
})

describe.each([
  ['a class code', CODE_LENGTH],
  ['a key', KEY_LENGTH],
])('%s', (_, length) => {
  it('is refused with any single wrong symbol: every place, every right and every wrong symbol', () => {
    for (let place = 0; place < length; place++) {
      for (let right = 0; right < 32; right++) {
        const word = wordWith(length, place, right)
        for (let wrong = 0; wrong < 32; wrong++) {
          if (wrong !== right) expect(syndrome(word.with(place, wrong))).not.toBe(0)
        }
      }
    }
  })

  it('is refused with any two different symbols swapped, neighbours or not', () => {
    for (let one = 0; one < length; one++) {
      for (let other = one + 1; other < length; other++) {
        for (let error = 1; error < 32; error++) {
          // swapping v and w adds v+w to both places; by linearity the rest of the word does not matter
          const added = new Array<number>(length).fill(0).with(one, error).with(other, error)
          expect(syndrome(added)).not.toBe(0)
        }
      }
    }
  })
})

it('catches every single error and every swap in every three-symbol word, without leaning on linearity', () => {
  for (let a = 0; a < 32; a++) {
    for (let b = 0; b < 32; b++) {
      const word = [a, b, checkOf([a, b])]
      for (let place = 0; place < 3; place++) {
        for (let wrong = 0; wrong < 32; wrong++)
          if (wrong !== word[place]) expect(syndrome(word.with(place, wrong))).not.toBe(0)
      }
      const [x = 0, y = 0, z = 0] = word
      if (x !== y) expect(syndrome([y, x, z])).not.toBe(0)
      if (y !== z) expect(syndrome([x, z, y])).not.toBe(0)
    }
  }
})

function wordWith(length: number, place: number, value: number): number[] {
  const data = Array.from({ length: length - 1 }, (_, index) => (index * 7 + 3) % 32)
  if (place < length - 1) return append(data.with(place, value))
  // make the check symbol come out as wanted by choosing the first symbol
  for (let first = 0; first < 32; first++) {
    const word = append(data.with(0, first))
    if (word[length - 1] === value) return word
  }
  throw new Error('no word with that check symbol')
}

const append = (data: number[]) => [...data, checkOf(data)]

/** The decoding column of the table on https://www.crockford.com/base32.html, row by row. */
const PUBLISHED = `0 O o|1 I i L l|2|3|4|5|6|7|8|9|A a|B b|C c|D d|E e|F f|G g|H h|J j|K k|M m|N n|P p|Q q|R r|S s|T t|V v|W w|X x|Y y|Z z`
const DECODE = new Map(
  PUBLISHED.split('|').flatMap((row, value) => row.split(' ').map(symbol => [symbol, value] as const)),
)

describe('reading a code', () => {
  const code = writeCode([20, 7, 20, 0, 1, 9])

  it('gives back what was written, in any case, with spaces, dashes and look-alikes', () => {
    fc.assert(
      fc.property(
        fc.array(fc.nat(31), { minLength: CODE_LENGTH - 1, maxLength: CODE_LENGTH - 1 }),
        fc.infiniteStream(fc.nat(3)),
        (values, style) => {
          const written = writeCode(values)
          const typed = [...written].map(char => disguise(char, style.next().value ?? 0)).join('')
          expect(readCode(typed, CODE_LENGTH)).toEqual({ ok: true, value: written })
        },
      ),
    )
  })

  it('reads any typed text as the published table does', () => {
    const char = fc.constantFrom(...'0123456789abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ*~$=ß')
    fc.assert(
      fc.property(fc.array(char, { minLength: 1, maxLength: 9 }), chars => {
        const decoded = chars.map(one => DECODE.get(one))
        const read = readCode(chars.join(''), chars.length)
        const strange = decoded.indexOf(undefined)
        if (strange >= 0) {
          expect(read).toMatchObject({ refusal: { code: 'code_symbol', params: { position: strange + 1 } } })
        } else if (read.ok) {
          expect([...read.value].map(one => DECODE.get(one))).toEqual(decoded)
        } else {
          expect(syndrome(decoded.map(Number))).not.toBe(0)
        }
      }),
      { numRuns: 2000 },
    )
  })

  it('says which character no code contains', () => {
    expect(readCode('K7 u', CODE_LENGTH)).toEqual({
      ok: false,
      refusal: { code: 'code_symbol', params: { position: 3, char: 'u' } },
    })
  })

  it('says how many characters are missing or too many', () => {
    expect(readCode(code.slice(1), CODE_LENGTH)).toMatchObject({
      refusal: { code: 'code_length', params: { expected: 7, got: 6 } },
    })
  })

  it('refuses a wrong check without a lookup', () => {
    const refusal = (typed: string) => {
      const read = readCode(typed, CODE_LENGTH)
      return read.ok ? undefined : read.refusal.code
    }
    for (const wrong of ALPHABET) {
      if (wrong !== code[6]) expect(refusal(code.slice(0, 6) + wrong)).toMatch(/^code_(check|look|swapped)$/)
    }
  })

  it('is shown in three and four, keys in fours', () => {
    expect(showCode('K7M4TQ9')).toBe('K7M 4TQ9')
    expect(showCode('0123456789ABCDEF')).toBe('0123-4567-89AB-CDEF')
  })
})

describe('the hint where to look', () => {
  const pairs = ['8B', '5S', '2Z', '0D', '6G', 'MN', 'VY']
  const word = fc.array(fc.nat(31), { minLength: CODE_LENGTH - 1, maxLength: CODE_LENGTH - 1 })

  it('is never wrong about a single look-alike: it names that place or none', () => {
    fc.assert(
      fc.property(word, fc.nat(CODE_LENGTH - 2), fc.constantFrom(...pairs), (values, place, pair) => {
        const [right = '', taken = ''] = pair
        const written = [...writeCode(values.with(place, ALPHABET.indexOf(right)))]
        const typed = written.with(place, taken).map(char => ALPHABET.indexOf(char))
        const slip = slipOf(typed)
        if (slip) expect(slip).toEqual({ kind: 'look', position: place + 1, maybe: right })
      }),
    )
  })

  it('finds most look-alikes and swaps of neighbours', () => {
    let found = 0
    let all = 0
    for (let seed = 0; seed < 500; seed++) {
      const values = Array.from({ length: 6 }, (_, n) => (seed * 31 + n * n * 7 + (seed >> n)) % 32)
      const written = [...writeCode(values.with(2, ALPHABET.indexOf('8')))].map(char =>
        ALPHABET.indexOf(char),
      )
      all += 2
      if (slipOf(written.with(2, ALPHABET.indexOf('B')))) found++
      const swapped = written.with(3, written[4] ?? 0).with(4, written[3] ?? 0)
      if (written[3] === written[4] || slipOf(swapped)) found++
    }
    expect(found / all).toBeGreaterThan(0.6)
  })

  it('says which character, and which two', () => {
    const code = writeCode([8, 20, 7, 20, 0, 1])
    expect(readCode(`B${code.slice(1)}`, CODE_LENGTH)).toEqual({
      ok: false,
      refusal: { code: 'code_look', params: { position: 1, char: 'B', maybe: '8' } },
    })
    const turned = code.slice(0, 2) + code[3] + code[2] + code.slice(4)
    expect(readCode(turned, CODE_LENGTH)).toEqual({
      ok: false,
      refusal: { code: 'code_swapped', params: { position: 3, next: 4 } },
    })
  })
})

function disguise(char: string, style: number): string {
  const look =
    ({ 0: ['0', 'O', 'o', '0'], 1: ['1', 'I', 'l', 'i'] } as Record<string, string[]>)[char]?.[style] ?? char
  return style === 1 ? `${look} ` : style === 2 ? `-${look}` : style === 3 ? look.toLowerCase() : look
}
