import { heardAt, type SpokenTime, type Told, timesOf } from '@oppen/core/speech'
import { type SpeechSound, syllableTimes } from '@oppen/core/syllables'
import { proxy } from 'comlink'
import { cutAt } from './samples.js'
import type { Sound, Spoke } from './synthesizer.js'
import { SLOWLY, type Utterance, type Voice } from './voice.js'
import type { VoiceWorker } from './voice.worker.js'
import { workerOf } from './workers.js'

const speech = workerOf<VoiceWorker>(
  () => new Worker(new URL('./voice.worker.ts', import.meta.url), { type: 'module', name: 'voice' }),
)

/** Higher and lower variants that the synthesizer has. */
export const VARIANTS = { usual: '', higher: 'f2', lower: 'm3' } as const
export type Variant = keyof typeof VARIANTS

/** So many sentences are kept: the one that is heard, the one before, and those next. */
const KEPT = 4
/** How long before it is heard sound is given to the device, in seconds. */
const AHEAD = 0.03

/** Sound as it comes from the worker. */
type Made = {
  readonly chunks: Float32Array[]
  readonly told: Told[]
  readonly speech: SpeechSound[]
  rate: number
  /** Called with each stretch, and when it is whole. */
  more: () => void
  whole: boolean
  failed: unknown
}

const RATE = 22_050
/** The pause behind each syllable of a word that is said in its syllables, in seconds. */
const BETWEEN_SYLLABLES = 0.25

/**
 * For whoever measures (User Timing of the W3C): how long after its sound a word was marked, and how long it is until the first is heard,
 * in seconds. Nothing of it is kept.
 */
function tell(what: 'spoken word' | 'spoken sound', seconds: number): void {
  performance.clearMarks(what)
  performance.mark(what, { detail: seconds })
}

/** Oppen's own voice: a synthesizer in a worker, so that nothing is needed but what ships with Oppen. */
export class OwnVoice implements Voice {
  readonly #variant: Variant
  readonly #made = new Map<string, Made>()
  #context: AudioContext | undefined
  #end: (() => void) | undefined

  constructor(variant: Variant) {
    this.#variant = variant
  }

  speaks(language: string): Promise<boolean> {
    return speech(worker => worker.speaks(language))
  }

  prepare(utterance: Utterance): void {
    this.#make(utterance)
  }

  #make({ spoken: { text }, language, speed }: Utterance): Made {
    const key = `${language} ${speed} ${text}`
    const had = this.#made.get(key)
    if (had && !had.failed) return had
    const made: Made = {
      chunks: [],
      told: [],
      speech: [],
      rate: RATE,
      more: () => {},
      whole: false,
      failed: undefined,
    }
    let [come, asked] = [0, Number.POSITIVE_INFINITY]
    this.#made.set(key, made)
    for (const old of [...this.#made.keys()].slice(0, -KEPT)) this.#made.delete(old)
    const toSpeak = { text, language, speed, variant: VARIANTS[this.#variant] }
    const heard = proxy(({ samples, told, speech }: Sound) => {
      if (samples.length) made.chunks.push(samples)
      made.told.push(...told)
      made.speech.push(...speech)
      come++
      made.whole = come >= asked
      made.more()
    })
    speech<{ spoke: Spoke; sounds: number }>(worker => worker.speak(toSpeak, heard)).then(
      ({ spoke, sounds }) => {
        asked = sounds
        made.whole = come >= asked
        if (spoke.is === 'no_voice') made.failed = new Error(spoke.is)
        made.more()
      },
      (error: unknown) => {
        made.failed = error
        made.whole = true
        made.more()
      },
    )
    return made
  }

  /** Resolves once everything was heard. */
  speak(utterance: Utterance, heard: (time: SpokenTime) => void): Promise<void> {
    this.stop()
    const made = this.#make(utterance)
    this.#context ??= new AudioContext()
    const context = this.#context
    void context.resume()
    return new Promise((resolve, reject) => {
      const sources: AudioBufferSourceNode[] = []
      let [given, frame] = [0, 0]
      let begins: number | undefined
      let next = 0
      let last: SpokenTime | undefined
      const over = (error?: unknown) => {
        cancelAnimationFrame(frame)
        made.more = () => {}
        this.#end = undefined
        for (const source of sources) {
          source.onended = null
          source.stop()
        }
        if (error) reject(error)
        else resolve()
      }
      const give = () => {
        for (; given < made.chunks.length; given++) {
          const samples = made.chunks[given] as Float32Array<ArrayBuffer>
          const buffer = context.createBuffer(1, samples.length, made.rate)
          buffer.copyToChannel(samples, 0)
          const source = context.createBufferSource()
          source.buffer = buffer
          source.connect(context.destination)
          const at = Math.max(next, context.currentTime + AHEAD)
          // what comes too late makes everything after it later
          begins = begins === undefined ? at : begins + (next && at - next)
          source.start(at)
          if (source.buffer && !sources.length) tell('spoken sound', at - context.currentTime)
          next = at + buffer.duration
          source.onended = () => {
            if (made.whole && source === sources.at(-1) && given === made.chunks.length) over()
          }
          sources.push(source)
        }
        if (!made.whole) return
        if (made.failed) over(made.failed)
        else if (!sources.length) over()
      }
      const show = () => {
        frame = requestAnimationFrame(show)
        if (begins === undefined) return
        const since = context.currentTime - begins - (context.outputLatency || 0)
        const now = heardAt(timesOf(utterance.spoken, made.told), since)
        if (!now || now.from === last?.from) return
        last = now
        heard(now)
        tell('spoken word', since - now.at)
      }
      this.#end = () => over()
      made.more = give
      give()
      show()
    })
  }

  async speakSlowly(
    word: Utterance,
    syllables: number,
    heard: (syllable: number | undefined) => void,
  ): Promise<void> {
    this.stop()
    const slow = { ...word, speed: SLOWLY }
    const made = this.#make(slow)
    let stopped = false
    this.#end = () => {
      stopped = true
      made.more()
    }
    if (!made.whole)
      await new Promise<void>(resolve => {
        made.more = () => (made.whole || stopped) && resolve()
      })
    if (stopped) return
    if (made.failed) throw made.failed
    const times = syllableTimes(made.speech, syllables)
    const parts = times && times.length > 1 ? cutAt(made.chunks, times.slice(1), made.rate) : []
    // where nothing is left of one, it cannot be said in parts
    const said = parts.every(({ length }) => length > 0) ? parts : []
    await this.#inParts(said, made.rate, heard)
    if (!stopped) await this.speak(slow, () => {})
  }

  /** Plays stretches of sound with a pause behind each, and tells of each as it begins; undefined behind the last. */
  #inParts(
    parts: readonly Float32Array<ArrayBuffer>[],
    rate: number,
    heard: (part: number | undefined) => void,
  ): Promise<void> {
    if (!parts.length) return Promise.resolve()
    this.#context ??= new AudioContext()
    const context = this.#context
    void context.resume()
    let at = context.currentTime + AHEAD
    const begins = parts.map(samples => {
      const buffer = context.createBuffer(1, samples.length, rate)
      buffer.copyToChannel(samples, 0)
      const source = context.createBufferSource()
      source.buffer = buffer
      source.connect(context.destination)
      source.start(at)
      const begin = at
      at += buffer.duration + BETWEEN_SYLLABLES
      return { source, at: begin }
    })
    return new Promise(resolve => {
      let frame = 0
      let last: number | undefined
      const over = () => {
        cancelAnimationFrame(frame)
        this.#end = undefined
        heard(undefined)
        for (const { source } of begins) source.stop()
        resolve()
      }
      const ended = this.#end
      this.#end = () => {
        ended?.()
        over()
      }
      const show = () => {
        const now = context.currentTime - (context.outputLatency || 0)
        if (now >= at) return over()
        frame = requestAnimationFrame(show)
        const part = begins.findLastIndex(one => one.at <= now)
        if (part >= 0 && part !== last) {
          last = part
          heard(part)
        }
      }
      show()
    })
  }

  pause(): void {
    void this.#context?.suspend()
  }

  resume(): void {
    void this.#context?.resume()
  }

  stop(): void {
    this.#end?.()
  }
}
