import type { Spoken, SpokenTime } from '@oppen/core/speech'

/** What is to be said: its words, in which language (BCP 47), and how quickly in percent of the usual. */
export type Utterance = { readonly spoken: Spoken; readonly language: string; readonly speed: number }

/** How quickly one word is said to be understood, in percent of the usual. */
export const SLOWLY = 60

/** Something that speaks: Oppen's own synthesizer, or a voice of the device. */
export interface Voice {
  /** Whether it has a voice for a language. Rejects where it cannot be fetched. */
  speaks(language: string): Promise<boolean>
  /** Gets ready what is said next, where that takes time. */
  prepare(utterance: Utterance): void
  /** Says something, with each word as it is heard. Resolves when it is over or was stopped; rejects where it cannot be said. */
  speak(utterance: Utterance, heard: (time: SpokenTime) => void): Promise<void>
  /**
   * Says one word slowly: in its syllables, with each as it is heard, and then as one. A voice that cannot part a word says it slowly
   * alone, and tells of no syllable. Resolves when it is over or was stopped.
   */
  speakSlowly(
    word: Utterance,
    syllables: number,
    heard: (syllable: number | undefined) => void,
  ): Promise<void>
  pause(): void
  resume(): void
  stop(): void
}
