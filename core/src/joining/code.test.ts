import { base32crockford } from '@scure/base'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ALPHABET, checkOf, readCode, readSymbol, showCode, syndrome, times, writeCode } from './index.js'

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
  ['a class code', 6],
  ['a key', 16],
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

describe('reading a code', () => {
  const code = writeCode([20, 7, 20, 0, 1])

  it('gives back what was written, in any case, with spaces, dashes and look-alikes', () => {
    fc.assert(
      fc.property(
        fc.array(fc.nat(31), { minLength: 5, maxLength: 5 }),
        fc.infiniteStream(fc.nat(3)),
        (values, style) => {
          const written = writeCode(values)
          const typed = [...written].map(char => disguise(char, style.next().value ?? 0)).join('')
          expect(readCode(typed, 6)).toEqual({ ok: true, value: written })
        },
      ),
    )
  })

  it('says which character no code contains', () => {
    expect(readCode('K7 u', 6)).toEqual({
      ok: false,
      refusal: { code: 'code_symbol', params: { position: 3, char: 'u' } },
    })
  })

  it('says how many characters are missing or too many', () => {
    expect(readCode(code.slice(1), 6)).toMatchObject({
      refusal: { code: 'code_length', params: { expected: 6, got: 5 } },
    })
  })

  it('refuses a wrong check without a lookup', () => {
    const wrong = code.slice(0, 5) + (code[5] === 'A' ? 'B' : 'A')
    expect(readCode(wrong, 6)).toMatchObject({ refusal: { code: 'code_check' } })
  })

  it('is shown in threes, keys in fours', () => {
    expect(showCode('K7M4TQ')).toBe('K7M 4TQ')
    expect(showCode('0123456789ABCDEF')).toBe('0123-4567-89AB-CDEF')
  })
})

function disguise(char: string, style: number): string {
  const look =
    ({ 0: ['0', 'O', 'o', '0'], 1: ['1', 'I', 'l', 'i'] } as Record<string, string[]>)[char]?.[style] ?? char
  return style === 1 ? `${look} ` : style === 2 ? `-${look}` : style === 3 ? look.toLowerCase() : look
}
