/** What Oppen uses of the speech synthesizer; its package has no types. */
declare module '@echogarden/espeak-ng-emscripten' {
  export type SpeechEvent = {
    readonly type: 'word' | 'sentence' | 'mark' | 'play' | 'end' | 'msg_terminated' | 'phoneme' | 'samplerate'
    /** In code points, from 1. */
    readonly text_position: number
    readonly word_length: number
    /** In milliseconds from the beginning of what is spoken. */
    readonly audio_position: number
    /** Of a sound, its sign in the International Phonetic Alphabet. */
    readonly id?: number | string
  }
  export type Synthesizer = {
    readonly samplerate: number
    /** 0 where there is such a voice. */
    set_voice(name: string): number
    /** Words a minute, from 80 to 450. */
    set_rate(rate: number): void
    set_pitch(pitch: number): void
    /** Calls back with each stretch of sound as it is made; true ends it. */
    synthesize(text: string, heard: (samples: Int16Array, events: readonly SpeechEvent[]) => boolean): void
  }
  export type Module = { readonly eSpeakNGWorker: new () => Synthesizer }
  export default function load(options: { readonly getPreloadedPackage: () => ArrayBuffer }): Promise<Module>
}
