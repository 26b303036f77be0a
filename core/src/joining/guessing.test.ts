import fc from 'fast-check'
import Fraction from 'fraction.js'
import { describe, expect, it } from 'vitest'
import {
  AttemptLog,
  allowedAttempts,
  arcOnBoard,
  BACK_ROW,
  BOUNDS,
  CODE_LENGTH,
  chanceOfHit,
  codesOf,
  LARGE_SCHOOL,
  LETTER_ARC,
  letterHeight,
  readCode,
  shortestCode,
} from './index.js'

/** The chance of at least one hit in `attempts` draws without putting back, in exact fractions (hypergeometric). */
function exactChance(codes: number, doors: number, attempts: number): number {
  let missed = new Fraction(1)
  for (let n = 0; n < attempts; n++) missed = missed.mul(new Fraction(codes - doors - n, codes - n))
  return new Fraction(1).sub(missed).valueOf()
}

describe('the chance of a hit', () => {
  it('is the hypergeometric one, worked out in exact fractions', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 3, max: 7 }),
        fc.integer({ min: 1, max: 30 }),
        fc.integer({ min: 1, max: 30 }),
        (length, doors, attempts) => {
          const exact = exactChance(codesOf(length), doors, attempts)
          expect(Math.abs(chanceOfHit({ length, doors, attempts }) / exact - 1)).toBeLessThan(1e-9)
        },
      ),
    )
  })

  it('is certain or nothing at the ends', () => {
    expect(chanceOfHit({ length: 2, doors: 32, attempts: 1 })).toBe(1)
    expect(chanceOfHit({ length: 7, doors: 0, attempts: 1000 })).toBe(0)
    expect(chanceOfHit({ length: 7, doors: 5, attempts: 0 })).toBe(0)
  })

  it('counts just the codes whose check is right', () => {
    let right = 0
    for (const a of '0123456789ABCDEFGHJKMNPQRSTVWXYZ')
      for (const b of '0123456789ABCDEFGHJKMNPQRSTVWXYZ')
        for (const c of '0123456789ABCDEFGHJKMNPQRSTVWXYZ') if (readCode(a + b + c, 3).ok) right++
    expect(right).toBe(codesOf(3))
  })
})

describe('the allowed attempts', () => {
  it('keep one in a million per address and hour, and one in a thousand a day, whatever is open', () => {
    for (const doors of [1, 2, 5, 17, 40, 100, 107, 500, 1073]) {
      const allowed = allowedAttempts(doors)
      expect(chanceOfHit({ length: CODE_LENGTH, doors, attempts: allowed.addressHour })).toBeLessThan(
        BOUNDS.addressHour,
      )
      expect(chanceOfHit({ length: CODE_LENGTH, doors, attempts: allowed.day })).toBeLessThan(BOUNDS.day)
      expect(allowed.addressHour).toBeGreaterThan(0)
    }
  })

  it('are as many as that allows', () => {
    for (const doors of [1, 17, 100]) {
      const one = allowedAttempts(doors).addressHour + 1
      expect(chanceOfHit({ length: CODE_LENGTH, doors, attempts: one })).toBeGreaterThan(
        BOUNDS.addressHour * 0.999,
      )
    }
  })

  it('make the code as short as it is', () => {
    expect(shortestCode(LARGE_SCHOOL)).toBe(CODE_LENGTH)
    expect(allowedAttempts(LARGE_SCHOOL.doors, CODE_LENGTH - 1).addressHour).toBe(0)
  })
})

describe('the book of attempts', () => {
  const HOUR = 3_600_000

  it('never lets through more within any hour than are allowed', () => {
    fc.assert(
      fc.property(
        fc.array(fc.nat(HOUR), { minLength: 1, maxLength: 60 }),
        fc.integer({ min: 1, max: 8 }),
        (pauses, allowed) => {
          const book = new AttemptLog(HOUR)
          const done: number[] = []
          let now = 0
          for (const pause of pauses) {
            now += pause
            if (book.freeAt('a', now, allowed) > now) continue
            book.note('a', now)
            done.push(now)
          }
          for (const from of done) {
            expect(done.filter(at => at >= from && at < from + HOUR).length).toBeLessThanOrEqual(allowed)
          }
        },
      ),
    )
  })

  it('says when there may be another, and holds up nobody else', () => {
    const book = new AttemptLog(HOUR)
    for (const at of [0, 10, 20]) book.note('a', at)
    expect(book.freeAt('a', 30, 3)).toBe(HOUR)
    expect(book.freeAt('a', HOUR, 3)).toBe(HOUR)
    expect(book.freeAt('b', 30, 3)).toBe(30)
    expect(book.freeAt('a', 30, 0)).toBe(30 + HOUR)
  })
})

describe('the size of letters on the board', () => {
  it('is the published angle at ten metres', () => {
    // 1 minute of arc at 10 m is 10 000 mm × π / 10 800 = 2.909 mm
    expect(letterHeight(BACK_ROW, 1)).toBeCloseTo(2.909, 3)
    expect(letterHeight(BACK_ROW, LETTER_ARC.recommended)).toBeCloseTo(64, 0)
  })

  it('goes there and back', () => {
    const pixels = (letterHeight(BACK_ROW, 30) / 2000) * 1280
    expect(arcOnBoard(pixels, 1280)).toBeCloseTo(30, 6)
  })
})
