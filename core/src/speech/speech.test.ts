import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  guessedTimes,
  heardAt,
  INSTEAD,
  LONGEST_SENTENCE,
  pieceAt,
  sentencesOf,
  spanAt,
  spokenOf,
  timesOf,
  wordsNear,
  wordsOf,
} from './index.js'

const said = (text: string, language: string) => spokenOf(text, language).text
const cut = (text: string, language: string) =>
  sentencesOf(text, language).map(({ from, to }) => text.slice(from, to))

describe('the words around a place', () => {
  it('have the word that stands there and its neighbours, wherever that is in a text of any length', () => {
    const words = fc.array(fc.stringMatching(/^[a-z’é]{1,12}$/), { minLength: 3, maxLength: 400 })
    fc.assert(
      fc.property(words, fc.nat(), (all, where) => {
        const text = all.join(' ')
        const every = wordsOf(text, 'en')
        const at = where % text.length
        const found = spanAt(every, at)
        const near = wordsNear(text, at, 'en')
        const place = near.findIndex(one => one.from === found?.from && one.to === found.to)
        expect(found === undefined || place >= 0).toBe(true)
        const next = found && every[every.indexOf(found) + 1]
        if (next) expect(near[place + 1]?.from).toBe(next.from)
      }),
    )
    expect(wordsNear('x '.repeat(500_000), 700_000, 'en').length).toBeLessThan(1_000)
  })
})

describe('a text as it is said', () => {
  // common practice of British English, as newsreaders and teachers say it
  it.each([
    ['Due Wed 14 Oct at 16:20.', 'Due Wednesday the 14th of October at 4 20 in the afternoon.'],
    ['from 9:05 to 9:30am', 'from 9 oh 5 to half past 9 in the morning'],
    ['12:00, 0:00, 8:45', '12 o’clock, midnight, quarter to 9'],
    ['at 5pm. Then', 'at 5 o’clock in the afternoon. Then'],
    ['2026-10-14 or 1/2/2026', 'the 14th of October 2026 or the 1st of February 2026'],
    ['pp. 12–14, Ex. 4, No. 7, Y6, Q3', 'pages 12 to 14, exercise 4, number 7, year 6, question 3'],
    ['1 km and 2.5 km, 20 °C, 5 %', '1 kilometre and 2.5 kilometres, 20 degrees Celsius, 5 percent'],
    ['£3.50, £1, €20.00', '3 pounds 50, 1 pound, 20 euros'],
    ['1½ cups, 3/4 of it, 8.5/10', '1 and a half cups, 3 quarters of it, 8.5 out of 10'],
    ['(4 + 11) ÷ 5 = 3 mm', '(4 plus 11) divided by 5 equals 3 millimetres'],
    ['x² ≤ 10, -4 < 3', 'x squared is at most 10, minus 4 is less than 3'],
    ['Dr. Bell & Ms Varga, e.g. here', 'Doctor Bell and Miz Varga, for example here'],
    ['The tide comes ___ twice', 'The tide comes blank twice'],
    ['see https://www.example.org/a/b?c=1', 'see link to example.org'],
  ])('in English: %s', (text, expected) => {
    expect(said(text, 'en-GB')).toBe(expected)
  })

  // common practice of European Portuguese
  it.each([
    ['Até quarta, 14 out. às 16:20', 'Até quarta, 14 de outubro às 16 e 20'],
    ['à 1:30, às 21h30, às 12:00', 'à uma e meia, às vinte e uma e meia, às meio-dia'],
    ['6.º ano, 2.ª aula, n.º 3, pág. 12', 'sexto ano, segunda aula, número 3, página 12'],
    ['2,5 kg, 3/4, 3,50 €, 8,5/10', '2,5 quilos, 3 quartos, 3 euros e 50 cêntimos, 8,5 em 10'],
    ['A Prof.ª Inês e o Sr. Silva, p. ex.', 'A Professora Inês e o Senhor Silva, por exemplo'],
  ])('in Portuguese: %s', (text, expected) => {
    expect(said(text, 'pt')).toBe(expected)
  })

  it('leaves what only looks like it as it stands', () => {
    for (const text of [
      'Ratio 3:4, scale 1:25 000.',
      'Call 555-123-456.',
      'The Sun is hot, the cat sat.',
      'It may be 7 of them; 99/99/2026.',
      'well-known and so on',
    ])
      expect(said(text, 'en')).toBe(text)
  })

  it('is the text itself in a language that has no rules', () => {
    expect(said('Am 14. Okt. um 16:20, z. B. hier', 'de')).toBe('Am 14. Okt. um 16:20, z. B. hier')
  })

  it('has what is said for a formula in its place', () => {
    const { text, pieces } = spokenOf(`Find ${INSTEAD} and ${INSTEAD}.`, 'en', ['x squared', 'a half'])
    expect(text).toBe('Find x squared and a half.')
    expect(pieces[1]).toEqual({ at: 5, length: 9, from: 5, to: 6 })
    // where nothing is known of one, it is passed over
    expect(spokenOf(`a ${INSTEAD} b`, 'en').pieces.map(one => one.from)).toEqual([0, 4])
  })

  it('is marked in the text where it is written, in order, whatever the text', () => {
    const written = fc.oneof(
      fc.string({ unit: 'grapheme' }),
      fc
        .array(
          fc.constantFrom(
            '16:20',
            '14 Oct',
            '3/4',
            'Ex. 3',
            '£3.50',
            '😀',
            '  ',
            'km',
            '½',
            '___',
            'é',
            '5–6',
            'x²',
          ),
        )
        .map(parts => parts.join(' ')),
    )
    fc.assert(
      fc.property(written, fc.constantFrom('en', 'pt', 'de'), (text, language) => {
        const { text: spoken, pieces } = spokenOf(text, language)
        let [from, at] = [0, 0]
        for (const piece of pieces) {
          expect(piece.from).toBeGreaterThanOrEqual(from)
          expect(piece.at).toBeGreaterThanOrEqual(at)
          expect(piece.to).toBeGreaterThan(piece.from)
          from = piece.to
          at = piece.at + piece.length
        }
        expect(from).toBeLessThanOrEqual(text.length)
        expect(at).toBeLessThanOrEqual(spoken.length)
        // each word is within something that is said
        for (const word of wordsOf(text, language))
          expect(pieces.some(piece => piece.from <= word.from && word.from < piece.to)).toBe(true)
      }),
    )
  })

  it('of a hundred thousand signs is there, in time that grows with it', () => {
    for (const unit of ['9', '1:2', '–4', ' 14 Oct', '½', '_ ', '( ']) {
      const { pieces } = spokenOf(unit.repeat(100_000 / unit.length), 'en')
      expect(pieces.at(-1)?.to ?? 0).toBeLessThanOrEqual(100_000)
    }
  })
})

describe('sentences', () => {
  it('end where people end them', () => {
    expect(cut('Mr. Smith went out. He said e.g. nothing!\n“Why?” I asked.', 'en')).toEqual([
      'Mr. Smith went out.',
      'He said e.g. nothing!',
      '“Why?”',
      'I asked.',
    ])
    expect(cut('O Sr. Silva saiu. Ver pág. 12.', 'pt')).toEqual(['O Sr. Silva saiu.', 'Ver pág. 12.'])
    expect(cut('潮は一日に二回満ちる。そして引く。', 'ja')).toEqual([
      '潮は一日に二回満ちる。',
      'そして引く。',
    ])
    expect(cut('  \n ', 'en')).toEqual([])
    expect(cut('One.', 'not a language')).toEqual(['One.'])
  })

  it('hold every word, one behind the other, and none is endless', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 2_000, size: 'max' }), text => {
        let end = 0
        const spans = sentencesOf(text, 'en')
        for (const { from, to } of spans) {
          expect(from).toBeGreaterThanOrEqual(end)
          expect(to - from).toBeGreaterThan(0)
          expect(to - from).toBeLessThanOrEqual(LONGEST_SENTENCE)
          end = to
        }
        const left = text.split('').filter((_, at) => !spans.some(one => one.from <= at && at < one.to))
        expect(left.join('').trim()).toBe('')
      }),
    )
  })

  it('are found by a place in the text', () => {
    const spans = sentencesOf('One. Two. Three.', 'en')
    expect([0, 3, 4, 5, 9, 10].map(at => spans.indexOf(spanAt(spans, at) as never))).toEqual([
      0, 0, 1, 1, 2, 2,
    ])
    expect(spanAt(spans, 99)).toBeUndefined()
  })
})

describe('when each word is heard', () => {
  const spoken = spokenOf('Due 14 Oct at 16:20.', 'en')

  it('is marked where it is written, once for what is said in several words', () => {
    // Due | the 14th of October | at | 4 20 in the afternoon
    const told = [...spoken.text.matchAll(/\S+/g)].map((word, index) => ({
      position: word.index,
      length: word[0].length,
      seconds: index / 4,
    }))
    const times = timesOf(spoken, told)
    expect(times).toEqual([
      { from: 0, to: 3, at: 0 },
      { from: 4, to: 10, at: 0.25 },
      { from: 11, to: 13, at: 1.25 },
      { from: 14, to: 19, at: 1.5 },
    ])
    expect(heardAt(times, 0.9)).toBe(times[1])
    expect(heardAt(times, 1.25)).toBe(times[2])
    expect(heardAt(times, -1)).toBeUndefined()
  })

  it('rises, in whatever order it is told', () => {
    const told = fc.array(
      fc.record({
        position: fc.nat(60),
        length: fc.nat(9),
        seconds: fc.float({ min: 0, max: 60, noNaN: true }),
      }),
    )
    fc.assert(
      fc.property(told, all => {
        const times = timesOf(spoken, all)
        for (const [index, time] of times.entries()) {
          const before = times[index - 1]
          if (!before) continue
          expect(time.at).toBeGreaterThanOrEqual(before.at)
          expect(time.from).toBeGreaterThan(before.from)
        }
      }),
    )
  })

  it('of two words that a voice says as one is when the first is heard, and both are marked', () => {
    const one = spokenOf('Rain on the hill', 'en')
    const told = [0, 5, 12].map((position, index) => ({ position, seconds: index }))
    expect(timesOf(one, told).map(({ from, to }) => 'Rain on the hill'.slice(from, to))).toEqual([
      'Rain',
      'on the',
      'hill',
    ])
    // what a voice has not come to yet is not marked
    expect(timesOf(one, told.slice(0, 2)).at(-1)).toMatchObject({ from: 5, to: 7 })
  })

  it('is guessed where a voice tells nothing: later for what stands later, sooner when it is quicker', () => {
    const [usual, quick] = [guessedTimes(spoken, 1), guessedTimes(spoken, 2)]
    expect(usual.map(one => one.from)).toEqual([0, 4, 11, 14])
    for (const [index, time] of usual.entries()) {
      expect(time.at).toBeGreaterThanOrEqual(usual[index - 1]?.at ?? 0)
      expect(quick[index]?.at).toBeCloseTo(time.at / 2)
    }
  })

  it('a place before the first word belongs to none', () => {
    expect(pieceAt(spokenOf('… so', 'en'), 0)).toBeUndefined()
  })
})
