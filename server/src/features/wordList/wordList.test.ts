import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import type { ListedWordId } from '@oppen/core/ids'
import { type ListedWord, WORD_LIMITS } from '@oppen/core/wordList'
import { type Person, type SmallSchool, smallSchool } from '@oppen/demo'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { listen } from '../../testing/listen.js'
import { DICTIONARY } from './dictionary.js'
import { translateWord } from './service.js'
import { dictionaryTranslator, httpTranslator, remembering } from './translator.js'

let school: SmallSchool
let teacher: Person
let anna: Person
const inClass = () => ({ classId: school.built.classId })
const at = (id: string) => ({ ...inClass(), wordId: id as ListedWordId })
const compost: ListedWord = {
  word: 'Compost',
  meaning: 'What plants become when they rot.',
  example: 'The compost is warm inside.',
  translations: [{ language: 'pt', word: 'composto' }],
}

beforeEach(async () => {
  school = await smallSchool()
  ;({ teacher, anna } = school)
  return () => school.stop()
})

describe('the words of a class', () => {
  it('are read by everybody in it in the order of the alphabet, and by nobody else', async () => {
    await teacher.get('saveListedWord', at('b'), compost)
    await teacher.get('saveListedWord', at('a'), { ...compost, word: 'bean' })
    for (const who of [teacher, anna, school.bo, school.family]) {
      const { words } = await who.get('seeWordList', inClass())
      expect(words.map(one => [one.id, one.word])).toEqual([
        ['a', 'bean'],
        ['b', 'Compost'],
      ])
      expect(words[1]).toEqual({ id: 'b', ...compost })
    }
    await anna.get('leaveClass', {
      ...inClass(),
      placeId: (await anna.get('me', {})).ties[0]?.placeId as never,
    })
    expect((await anna.ask('seeWordList', inClass())).status).toBe(404)
  })

  it('are changed by teachers alone, under one name each', async () => {
    await teacher.get('saveListedWord', at('a'), compost)
    await teacher.get('saveListedWord', at('a'), { ...compost, meaning: 'Rotted plants.' })
    expect((await anna.ask('saveListedWord', at('a'), compost)).status).toBe(404)
    expect((await anna.ask('removeListedWord', at('a'))).status).toBe(404)
    expect(await teacher.ask('saveListedWord', at('b'), { ...compost, word: ' COMPOST ' })).toMatchObject({
      error: { code: 'word_listed', params: { word: 'COMPOST' } },
    })
    expect((await teacher.get('seeWordList', inClass())).words).toEqual([
      { id: 'a', ...compost, meaning: 'Rotted plants.' },
    ])
    await teacher.get('removeListedWord', at('a'))
    await teacher.get('removeListedWord', at('a'))
    expect((await teacher.get('seeWordList', inClass())).words).toEqual([])
  })

  it('sent twice at once are one', async () => {
    const sent = await Promise.all([1, 2, 3].map(() => teacher.ask('saveListedWord', at('a'), compost)))
    expect(sent.map(({ status }) => status)).toEqual([200, 200, 200])
    const other = await Promise.all(
      ['b', 'c'].map(id => teacher.ask('saveListedWord', at(id), { ...compost, word: 'bee' })),
    )
    expect(other.map(({ status }) => status).sort()).toEqual([200, 409])
    expect((await teacher.get('seeWordList', inClass())).words).toHaveLength(2)
  })

  it('of another class are not touched by an id that is known', async () => {
    await teacher.get('saveListedWord', at('a'), compost)
    const { classId } = await teacher.get(
      'makeClass',
      {},
      { name: 'Another class', yearLabel: '', groupName: 'A' },
    )
    const there = { classId, wordId: 'a' as ListedWordId }
    await teacher.get('saveListedWord', there, { ...compost, meaning: 'Another meaning.' })
    await teacher.get('removeListedWord', there)
    expect((await teacher.get('seeWordList', inClass())).words).toEqual([{ id: 'a', ...compost }])
  })

  it('are not listed without end', async () => {
    await school.world.db.write(() =>
      school.world.db.run(
        `with recursive n(i) as (select 1 union all select i + 1 from n where i < $most)
         insert into listed_words select 'w' || i, $classId, 'word' || i, 'word' || i, 'm', '', '[]', $by, 0 from n`,
        { most: WORD_LIMITS.many, classId: school.built.classId, by: school.built.teacher.accountId },
      ),
    )
    expect(await teacher.ask('saveListedWord', at('a'), compost)).toMatchObject({
      error: { code: 'words_many' },
    })
    // what is there can still be changed
    await teacher.get('saveListedWord', at('w7'), { ...compost, word: 'word7' })
  })

  it('come to open screens at once', async () => {
    const heard = await listen(anna)
    await teacher.get('saveListedWord', at('a'), compost)
    await expect.poll(() => heard.heard).toContainEqual({ what: 'words', classId: school.built.classId })
    await heard.stop()
  })

  it('are refused with what is wrong of them', async () => {
    expect(
      await teacher.ask('saveListedWord', at('a'), { ...compost, meaning: 'x'.repeat(400) }),
    ).toMatchObject({
      status: 422,
      error: { code: 'text_long', params: { what: 'meaning' } },
    })
    expect(
      await teacher.ask('saveListedWord', at('a'), {
        ...compost,
        translations: [{ language: 'xx' as 'pt', word: 'y' }],
      }),
    ).toMatchObject({ status: 422, error: { code: 'shape_wrong' } })
  })
})

describe('a word in another language', () => {
  const ask = (word: string, from: string, to: string) =>
    anna.get('translateWord', {}, { word, from, to: to as 'pt' })

  it('is found by the small dictionary in what it may come from, and what is not known is said', async () => {
    expect(await ask('Leaves', 'en', 'pt')).toEqual({ is: 'translated', word: 'folha' })
    expect(await ask('rain', 'en', 'uk')).toEqual({ is: 'translated', word: 'дощ' })
    expect(await ask('чemu', 'en', 'pt')).toEqual({ is: 'unknown_word' })
    expect(await ask('rain', 'en', 'fi')).toEqual({ is: 'unknown_language' })
    expect(await ask('rain', 'xx', 'pt')).toEqual({ is: 'unknown_language' })
    expect(
      (await anna.ask('translateWord', {}, { word: 'x'.repeat(1_000), from: 'en', to: 'pt' })).status,
    ).toBe(422)
  })

  it('is not asked for without end, and by nobody else’s asking', async () => {
    const viewer = { ...school.built.teacher, accountId: (await anna.get('me', {})).account.id }
    for (let asked = 0; asked < 600; asked++)
      await translateWord(school.world, viewer, { word: 'rain', from: 'en', to: 'pt' })
    expect(await anna.ask('translateWord', {}, { word: 'rain', from: 'en', to: 'pt' })).toMatchObject({
      status: 429,
      error: { code: 'too_many_attempts', params: { minutes: 10 } },
    })
    expect(await school.bo.get('translateWord', {}, { word: 'rain', from: 'en', to: 'pt' })).toMatchObject({
      word: 'chuva',
    })
  })

  it('has a dictionary whose rows are whole', () => {
    for (const row of new Set(DICTIONARY.byWord.values()))
      expect([row, row.every(Boolean) && row.length]).toEqual([row, 6])
  })
})

describe('a translation service', () => {
  let service: Server
  let asked: unknown[]
  let answer: (response: import('node:http').ServerResponse) => void
  const address = () => `http://127.0.0.1:${(service.address() as AddressInfo).port}/api`
  beforeEach(async () => {
    asked = []
    answer = response => response.end(JSON.stringify({ translatedText: 'chuva' }))
    service = createServer((request, response) => {
      let body = ''
      request.on('data', part => {
        body += part
      })
      request.on('end', () => {
        asked.push([request.method, request.url, JSON.parse(body)])
        answer(response)
      })
    })
    await new Promise<void>(done => service.listen(0, '127.0.0.1', done))
  })
  afterEach(() => new Promise(done => service.close(done)))

  it('is told the word and the languages, and nothing of who asks', async () => {
    const translated = await httpTranslator(address(), 'its key').translate({
      word: 'rain',
      from: 'en',
      to: 'pt',
    })
    expect(translated).toEqual({ is: 'translated', word: 'chuva' })
    expect(asked).toEqual([
      [
        'POST',
        '/api/translate',
        { q: 'rain', source: 'en', target: 'pt', format: 'text', api_key: 'its key' },
      ],
    ])
  })

  it('is asked once for a word, also by many at once, and again where it did not answer', async () => {
    const translator = remembering(httpTranslator(address(), undefined))
    const rain = { word: 'rain', from: 'en', to: 'pt' }
    await Promise.all([1, 2, 3].map(() => translator.translate(rain)))
    expect(asked).toHaveLength(1)
    answer = response => {
      response.statusCode = 500
      response.end('{}')
    }
    const sun = { ...rain, word: 'sun' }
    await expect(translator.translate(sun)).rejects.toThrow('500')
    answer = response => response.end(JSON.stringify({ translatedText: 'sol' }))
    expect(await translator.translate(sun)).toEqual({ is: 'translated', word: 'sol' })
  })

  it.each([
    ['says nothing that can be read', '<html>', undefined],
    ['gives the word back as it was', JSON.stringify({ translatedText: 'RAIN' }), { is: 'unknown_word' }],
    ['says too much', JSON.stringify({ translatedText: 'x'.repeat(5_000) }), { is: 'unknown_word' }],
    [
      'says it without end',
      JSON.stringify({ translatedText: 'chuva', more: 'x'.repeat(5_000_000) }),
      undefined,
    ],
  ])('that %s is not believed', async (_, said, expected) => {
    answer = response => void response.end(said)
    const translated = httpTranslator(address(), undefined).translate({ word: 'rain', from: 'en', to: 'pt' })
    if (expected) expect(await translated).toEqual(expected)
    else await expect(translated).rejects.toThrow()
  })

  it('that is away is said to be away, and nothing else waits for it', async () => {
    const away = { ...school.world, translator: httpTranslator('http://127.0.0.1:1', undefined) }
    await expect(
      translateWord(away, school.built.teacher, { word: 'rain', from: 'en', to: 'pt' }),
    ).rejects.toMatchObject({
      code: 'translator_away',
    })
  })

  it('has a stand-in that needs no network', async () => {
    expect(await dictionaryTranslator.translate({ word: 'شمس', from: 'ar', to: 'en' })).toEqual({
      is: 'translated',
      word: 'sun',
    })
  })
})
