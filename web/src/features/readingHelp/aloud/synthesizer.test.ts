// @vitest-environment node
import { readFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { type SpokenTime, spokenOf, type Told, timesOf } from '@oppen/core/speech'
import { beforeAll, describe, expect, it } from 'vitest'
import { voiceParts } from '../../../../voiceParts.js'
import { type FetchPart, type Sound, synthesizer, voiceFor } from './synthesizer.js'

const SENTENCE = 'The rain falls on the hill behind the harbour, and little of it reaches the boats.'
let speech: Awaited<ReturnType<typeof synthesizer>>
const asked: string[] = []
let part: FetchPart

beforeAll(async () => {
  const [target] = voiceParts(join(tmpdir(), 'oppen-voices-test'))
  const folder = target?.src.replace('/*', '') ?? ''
  part = async name => {
    asked.push(name)
    const bytes = await readFile(join(folder, name))
    return new Uint8Array(bytes).buffer
  }
  speech = await synthesizer(part)
})

async function speak(text: string, language = 'en-GB', options: { speed?: number; variant?: string } = {}) {
  const sounds: Sound[] = []
  const done = await speech.speak({ text, language, speed: 100, variant: '', ...options }, sound => {
    sounds.push(sound)
    return true
  })
  const samples = sounds.flatMap(sound => [...sound.samples])
  const told: Told[] = sounds.flatMap(sound => sound.told)
  const rate = done.is === 'spoken' ? done.rate : Number.NaN
  return { done, told, samples, seconds: samples.length / rate }
}

const loudness = (samples: readonly number[]) =>
  Math.sqrt(samples.reduce((sum, one) => sum + one * one, 0) / samples.length)

describe('Oppen’s own voice', () => {
  it('is heard: not silent, within what a loudspeaker takes, and longer for a longer text', async () => {
    const [short, long] = [await speak('The rain falls.'), await speak(SENTENCE)]
    expect(loudness(long.samples)).toBeGreaterThan(0.02)
    expect(Math.max(...long.samples.map(Math.abs))).toBeLessThanOrEqual(1)
    expect(long.seconds).toBeGreaterThan(2 * short.seconds)
    // people read aloud at two to three words a second (common practice)
    expect(SENTENCE.split(' ').length / long.seconds).toBeGreaterThan(1.5)
    expect(SENTENCE.split(' ').length / long.seconds).toBeLessThan(3.5)
  })

  it('tells of every word, in order, within what is heard', async () => {
    const { told, seconds } = await speak(SENTENCE)
    const spoken = spokenOf(SENTENCE, 'en-GB')
    const times: SpokenTime[] = timesOf(spoken, told)
    // two that are said as one are marked as one
    const words = times.map(({ from, to }) => SENTENCE.slice(from, to))
    expect(words.join(' ').split(' ')).toEqual(SENTENCE.match(/\w+/g))
    expect(words).toContain('on the')
    for (const [index, { at }] of times.entries()) {
      expect(at).toBeGreaterThanOrEqual(times[index - 1]?.at ?? 0)
      expect(at).toBeLessThan(seconds)
    }
  })

  it('is slower and quicker, and higher and lower, where somebody wants it so', async () => {
    const [slow, usual, quick] = [
      await speak(SENTENCE, 'en', { speed: 60 }),
      await speak(SENTENCE),
      await speak(SENTENCE, 'en', { speed: 150 }),
    ]
    expect(slow.seconds).toBeGreaterThan(1.3 * usual.seconds)
    expect(quick.seconds).toBeLessThan(usual.seconds / 1.2)
    expect((await speak(SENTENCE, 'en', { variant: 'f2' })).samples).not.toEqual(usual.samples)
  })

  it('marks the right word behind emoji, signs of markup and words said in several', async () => {
    const text = '😀 Rain < 3 mm 🌧️ & more at 16:20 today.'
    const spoken = spokenOf(text, 'en')
    const { told } = await speak(spoken.text)
    const words = timesOf(spoken, told).map(({ from, to }) => text.slice(from, to))
    expect(words.filter(word => /\w/.test(word))).toEqual(['Rain', '3 mm', 'more', 'at', '16:20', 'today'])
  })

  it('speaks Portuguese after English with one more file, and each its own way', async () => {
    asked.length = 0
    const text = 'A maré sobe duas vezes por dia.'
    const [portuguese, english] = [await speak(text, 'pt-PT'), await speak(text, 'en-GB')]
    expect(asked).toEqual(['pt_dict'])
    expect(portuguese.samples).not.toEqual(english.samples)
    expect(loudness(portuguese.samples)).toBeGreaterThan(0.02)
  })

  it('says that it does not speak a language that it has no voice for', async () => {
    expect((await speak('ສະບາຍດີ', 'lo')).done).toEqual({ is: 'no_voice' })
    expect(speech.speaks('lo')).toBe(false)
    expect(['en', 'en-GB', 'pt-BR', 'de', 'uk', 'ar', 'zz'].map(speech.speaks)).toEqual([
      true,
      true,
      true,
      true,
      true,
      true,
      false,
    ])
    const table = JSON.parse(new TextDecoder().decode(await part('table.json')))
    expect(voiceFor(table, 'en-AU')).toEqual({ voice: 'gmw/en', dictionary: 'en_dict' })
    expect(voiceFor(table, 'pt-br')).toEqual({ voice: 'roa/pt-BR', dictionary: 'pt_dict' })
  })

  it('says nothing for what has no words', async () => {
    expect((await speak(' … ')).told).toEqual([])
    expect((await speak('')).done).toMatchObject({ is: 'spoken' })
  })
})

describe('a voice whose files do not come', () => {
  it('fails, and speaks once they do', async () => {
    let down = true
    const again = await synthesizer(name =>
      down && name.endsWith('_dict') ? Promise.reject(new Error('no network')) : part(name),
    )
    const hello = { text: 'Hello.', language: 'en', speed: 100, variant: '' }
    await expect(again.speak(hello, () => true)).rejects.toThrow('no network')
    down = false
    expect(await again.speak(hello, () => true)).toMatchObject({ is: 'spoken' })
  })
})
