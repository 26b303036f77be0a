import load, { type SpeechEvent, type Synthesizer } from '@echogarden/espeak-ng-emscripten'
import { baseLanguage } from '@oppen/core/language'
import type { Told } from '@oppen/core/speech'
import type { SpeechSound } from '@oppen/core/syllables'
import type { VoiceTable } from '../../../../voiceParts.js'

/** What is to be spoken and how. `speed` in percent of the usual, `pitch` from 0 to 99 with 50 for the usual. */
export type ToSpeak = {
  readonly text: string
  /** A tag of BCP 47; where there is no voice for it, one for its language without a place. */
  readonly language: string
  readonly speed: number
  readonly variant: string
}

/** A stretch of sound, with the words that begin in it, in UTF-16 units of the text, and the sounds of speech. */
export type Sound = {
  readonly samples: Float32Array
  readonly told: readonly Told[]
  readonly speech: readonly SpeechSound[]
}

/** What became of it: samples a second, or that there is no voice for the language. */
export type Spoke = { readonly is: 'spoken'; readonly rate: number } | { readonly is: 'no_voice' }

/** Fetches a file of the voices by its name. */
export type FetchPart = (name: string) => Promise<ArrayBuffer>

/** Words a minute at the usual speed, for children (common practice: teachers read to a class at 120 to 150). */
export const USUAL_RATE = 145

/** The voice for a language: of its own place, else of the language; undefined where there is none. */
export const voiceFor = ({ voices }: Pick<VoiceTable, 'voices'>, language: string) => {
  const tag = language.toLowerCase()
  return voices[tag] ?? voices[baseLanguage(tag)]
}

/**
 * Formant synthesis in WebAssembly (eSpeak NG). What it reads is one block of memory, of which the sounds are filled in at first and each
 * dictionary when its language is first spoken.
 */
export async function synthesizer(fetchPart: FetchPart) {
  const [table, core] = await Promise.all([
    fetchPart('table.json').then(bytes => JSON.parse(new TextDecoder().decode(bytes)) as VoiceTable),
    fetchPart('core.bin').then(bytes => new Uint8Array(bytes)),
  ])
  const memory = new Uint8Array(table.size)
  let from = 0
  for (const [start, end] of table.core) {
    memory.set(core.subarray(from, from + end - start), start)
    from += end - start
  }
  const dictionaries = new Map<string, Promise<void>>()
  const dictionary = (name: string): Promise<void> => {
    const coming =
      dictionaries.get(name) ??
      fetchPart(name).then(bytes => memory.set(new Uint8Array(bytes), table.dictionaries[name]))
    dictionaries.set(name, coming)
    coming.catch(() => dictionaries.delete(name))
    return coming
  }
  let made: Promise<Synthesizer> | undefined
  // it looks for the English dictionary when it begins
  const begin = async () => {
    await dictionary('en_dict')
    const { eSpeakNGWorker } = await load({ getPreloadedPackage: () => memory.buffer })
    return new eSpeakNGWorker()
  }
  const engine = () => {
    made ??= begin()
    made.catch(() => {
      made = undefined
    })
    return made
  }

  /** Speaks a text, with each stretch of sound as it is made. `heard` says whether it is to go on. */
  async function speak(
    { text, language, speed, variant }: ToSpeak,
    heard: (sound: Sound) => boolean,
  ): Promise<Spoke> {
    const part = voiceFor(table, language)
    if (!part) return { is: 'no_voice' }
    const [voice] = await Promise.all([engine(), dictionary(part.dictionary)])
    voice.set_voice(`${part.voice}${variant && `+${variant}`}`)
    voice.set_rate(Math.round((USUAL_RATE * speed) / 100))
    const plain = withoutMarkup(text)
    const unitOf = unitsOf(plain)
    const rate = voice.samplerate
    voice.synthesize(plain, (samples, events) => {
      const told = events.filter(isWord).map(({ text_position, audio_position }) => ({
        position: unitOf(text_position - 1),
        seconds: audio_position / 1_000,
      }))
      const speech = events
        .filter(({ type }) => type === 'phoneme')
        .map(({ id, audio_position }) => ({ sign: String(id ?? ''), at: audio_position / 1_000 }))
      return !heard({ samples: Float32Array.from(samples, one => one / 32_768), told, speech })
    })
    return { is: 'spoken', rate }
  }
  return { speak, speaks: (language: string) => voiceFor(table, language) !== undefined }
}

const isWord = ({ type }: SpeechEvent) => type === 'word'

/** It would take signs of markup for orders; what stands for them is as long. */
const withoutMarkup = (text: string): string => text.replaceAll(/[<>&]/g, ' ')

/** Where the code point of a number begins, in UTF-16 units. */
function unitsOf(text: string): (codePoint: number) => number {
  if (!/[\uD800-\uDBFF]/.test(text)) return at => at
  const units: number[] = []
  let unit = 0
  for (const one of text) {
    units.push(unit)
    unit += one.length
  }
  return at => units[at] ?? unit
}
