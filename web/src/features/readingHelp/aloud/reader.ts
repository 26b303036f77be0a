import { type Span, sentencesOf, spanAt, spokenOf, wordsNear } from '@oppen/core/speech'
import { blockBeside, UNSPOKEN } from './blocks.js'
import { bringSpokenIntoSight, markSentence, markWord } from './marks.js'
import { type BlockText, rangeOf, saidOf, textOf } from './text.js'
import type { Utterance, Voice } from './voice.js'

/** How much is read from where somebody presses. */
export const EXTENTS = ['on', 'sentence', 'word'] as const
export type Extent = (typeof EXTENTS)[number]

export type ReaderState =
  | { readonly is: 'silent' | 'fetching' | 'reading' | 'paused' }
  /** No voice here speaks the language of the text (BCP 47). */
  | { readonly is: 'no_voice'; readonly language: string }
  /** Its teacher wants it read without help. */
  /** A teacher wants this text read without help. */
  | { readonly is: 'unspoken' }
  /** What speaks could not be fetched, or failed. */
  | { readonly is: 'failed' }

export type ReaderWorld = {
  /** Speaks, and what speaks where that has no voice for a language. */
  readonly voices: readonly Voice[]
  readonly languageOf: (text: string) => Promise<string>
  /** Told of each place that is heard, such as to the guide. */
  readonly heard: (range: Range) => void
}

/** What a part of the page said when it was last looked at, and its sentences: a long text is parted once. */
const parted = new WeakMap<Element, { readonly text: string; readonly sentences: readonly Span[] }>()

function sentencesIn(block: Element, { text }: BlockText = textOf(block)): readonly Span[] {
  const known = parted.get(block)
  if (known?.text === text) return known.sentences
  const sentences = sentencesOf(text, 'en')
  parted.set(block, { text, sentences })
  return sentences
}

/** Where it reads: a part of the page, and which of its sentences. */
type Place = { readonly block: Element; readonly sentence: number }

/** Reads a page aloud, sentence by sentence, and marks on it what is heard. One at a time. */
export class Reader {
  state: ReaderState = { is: 'silent' }
  speed = 100
  #extent: Extent = 'on'
  #place: Place | undefined
  #word: Span | undefined
  #run = 0
  #voice: Voice | undefined
  readonly #listeners = new Set<() => void>()
  readonly #world: ReaderWorld

  constructor(world: ReaderWorld) {
    this.#world = world
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener)
    return () => this.#listeners.delete(listener)
  }

  #set(state: ReaderState): void {
    this.state = state
    for (const listener of this.#listeners) listener()
  }

  /** Reads a part of a page, or from a place in it. */
  read(block: Element, extent: Extent, at = 0): void {
    if (block.closest(UNSPOKEN)) {
      this.stop()
      this.#silence({ is: 'unspoken' })
      return
    }
    const text = textOf(block)
    const sentences = sentencesIn(block, text)
    const found = spanAt(sentences, at) ?? sentences.at(-1)
    if (!found) return
    this.#extent = extent
    this.#word = extent === 'word' ? spanAt(wordsNear(text.text, at, 'en'), at) : undefined
    this.#place = { block, sentence: sentences.indexOf(found) }
    void this.#go()
  }

  /** Stops for a while, and goes on with the same sentence where it stopped. */
  toggle(): void {
    if (this.state.is === 'reading') {
      this.#voice?.pause()
      this.#set({ is: 'paused' })
    } else if (this.state.is === 'paused') {
      this.#voice?.resume()
      this.#set({ is: 'reading' })
    }
  }

  /** Goes to the sentence behind or before, and reads on from there. */
  move(by: 1 | -1): void {
    const place = this.#place && beside(this.#place, by)
    if (!place) return
    this.#extent = 'on'
    this.#word = undefined
    this.#place = place
    void this.#go()
  }

  /** Says what is being said again, in another speed. */
  setSpeed(speed: number): void {
    if (speed === this.speed) return
    this.speed = speed
    if (this.state.is === 'reading') void this.#go()
  }

  /** Says something that stands nowhere as a sentence of its own, such as the name of a button. */
  say(words: string): void {
    this.#place = undefined
    void this.#once(words)
  }

  /** Says one word slowly, with each of its syllables as it is heard. Resolves when it is over. */
  async saySlowly(
    word: string,
    language: string,
    syllables: number,
    heard: (syllable: number | undefined) => void,
  ): Promise<void> {
    this.#place = undefined
    const run = this.#begin()
    try {
      const voice = await this.#voiceFor(language)
      if (run !== this.#run) return
      if (!voice) return this.#silence({ is: 'no_voice', language })
      this.#voice = voice
      this.#set({ is: 'reading' })
      const utterance = { spoken: spokenOf(word, language), language, speed: this.speed }
      await voice.speakSlowly(utterance, syllables, heard)
      if (run === this.#run) this.#silence({ is: 'silent' })
    } catch {
      if (run === this.#run) this.#silence({ is: 'failed' })
    }
  }

  stop(): void {
    this.#run++
    this.#voice?.stop()
    this.#silence({ is: 'silent' })
  }

  #silence(state: ReaderState): void {
    markSentence(undefined)
    markWord(undefined)
    this.#set(state)
  }

  async #once(words: string): Promise<void> {
    const run = this.#begin()
    try {
      const language = await this.#world.languageOf(words)
      const voice = await this.#voiceFor(language)
      if (run !== this.#run) return
      if (!voice) return this.#silence({ is: 'no_voice', language })
      this.#voice = voice
      this.#set({ is: 'reading' })
      await voice.speak({ spoken: spokenOf(words, language), language, speed: this.speed }, () => {})
      if (run === this.#run) this.#silence({ is: 'silent' })
    } catch {
      if (run === this.#run) this.#silence({ is: 'failed' })
    }
  }

  /** Ends what is being said, and begins something that goes on until something else begins. */
  #begin(): number {
    this.#run++
    this.#voice?.stop()
    this.#silence({ is: 'fetching' })
    return this.#run
  }

  async #voiceFor(language: string): Promise<Voice | undefined> {
    for (const voice of this.#world.voices) if (await voice.speaks(language)) return voice
    return undefined
  }

  async #go(): Promise<void> {
    const run = this.#begin()
    try {
      while (run === this.#run && this.#place) {
        const ended = await this.#sentence(this.#place, run)
        if (run !== this.#run || ended) return
        const next = this.#extent === 'on' ? beside(this.#place, 1) : undefined
        if (!next) return this.#silence({ is: 'silent' })
        this.#place = next
      }
    } catch {
      if (run === this.#run) this.#silence({ is: 'failed' })
    }
  }

  /** Reads one sentence; true where it cannot be read and nothing more is. */
  async #sentence({ block, sentence }: Place, run: number): Promise<boolean> {
    const text = textOf(block)
    const span = this.#word ?? sentencesIn(block, text)[sentence]
    if (!span) return false
    const language = text.language ?? (await this.#world.languageOf(text.text))
    const voice = await this.#voiceFor(language)
    if (run !== this.#run) return true
    if (!voice) {
      this.#silence({ is: 'no_voice', language })
      return true
    }
    this.#voice = voice
    const range = rangeOf(text, span)
    markSentence(this.#word ? undefined : range)
    markWord(undefined)
    bringSpokenIntoSight(range)
    this.#set({ is: 'reading' })
    const said = voice.speak(this.#utterance(text, span, language), time => {
      if (run !== this.#run) return
      const word = rangeOf(textOf(block), { from: span.from + time.from, to: span.from + time.to })
      markWord(word)
      if (!word) return
      bringSpokenIntoSight(word)
      this.#world.heard(word)
    })
    void this.#prepareNext(voice)
    await said
    return false
  }

  /** What comes next is made while this is heard. */
  async #prepareNext(voice: Voice): Promise<void> {
    const next = this.#extent === 'on' && this.#place && beside(this.#place, 1)
    if (!next) return
    const text = textOf(next.block)
    const span = sentencesIn(next.block, text)[next.sentence]
    const language = text.language ?? (await this.#world.languageOf(text.text))
    if (span) voice.prepare(this.#utterance(text, span, language))
  }

  #utterance(text: BlockText, { from, to }: Span, language: string): Utterance {
    // what stands for formulas before the sentence is not said in it
    const before = text.bits.filter(bit => bit.node instanceof Element && bit.to <= from).length
    const spoken = spokenOf(text.text.slice(from, to), language, saidOf(text, language).slice(before))
    return { spoken, language, speed: this.speed }
  }
}

/** The sentence before or behind another, in the same part of the page or the next that has one. */
function beside({ block, sentence }: Place, by: 1 | -1): Place | undefined {
  const count = sentencesIn(block).length
  const next = sentence + by
  if (next >= 0 && next < count) return { block, sentence: next }
  for (let other = blockBeside(block, by); other; other = blockBeside(other, by)) {
    const sentences = sentencesIn(other).length
    if (sentences) return { block: other, sentence: by === 1 ? 0 : sentences - 1 }
  }
  return undefined
}
