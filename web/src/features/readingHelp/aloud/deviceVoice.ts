import { baseLanguage } from '@oppen/core/language'
import { guessedTimes, heardAt, pieceAt, type SpokenTime } from '@oppen/core/speech'
import { SLOWLY, type Utterance, type Voice } from './voice.js'

/** A device that says nothing of its words for so long will not say anything of them, in milliseconds. */
const SILENT = 700

/** Of the voices of a device for a language the one that needs no network, and of these the one that the device prefers. */
export function voiceOf(
  voices: readonly SpeechSynthesisVoice[],
  language: string,
): SpeechSynthesisVoice | undefined {
  const tag = language.toLowerCase().replace('_', '-')
  const base = baseLanguage(tag)
  const rank = (voice: SpeechSynthesisVoice) => {
    const own = voice.lang.toLowerCase().replace('_', '-')
    return (own === tag ? 4 : 0) + (voice.localService ? 2 : 0) + (voice.default ? 1 : 0)
  }
  return voices.filter(voice => baseLanguage(voice.lang) === base).toSorted((a, b) => rank(b) - rank(a))[0]
}

/** The voices of the device (Web Speech API of the W3C's community group), where it has some. */
export class DeviceVoice implements Voice {
  #end: (() => void) | undefined

  async speaks(language: string): Promise<boolean> {
    return voiceOf(await voicesHere(), language) !== undefined
  }

  prepare(): void {
    // the device speaks at once
  }

  async speak({ spoken, language, speed }: Utterance, heard: (time: SpokenTime) => void): Promise<void> {
    this.stop()
    const voice = voiceOf(await voicesHere(), language)
    if (!voice) throw new Error('no_voice')
    const utterance = new SpeechSynthesisUtterance(spoken.text)
    utterance.voice = voice
    utterance.lang = voice.lang
    utterance.rate = speed / 100
    await new Promise<void>((resolve, reject) => {
      let guessing: ReturnType<typeof setInterval> | undefined
      let last = -1
      const tell = (time: SpokenTime | undefined) => {
        if (!time || time.from === last) return
        last = time.from
        heard(time)
      }
      const over = (error?: Error) => {
        clearInterval(guessing)
        this.#end = undefined
        if (error) reject(error)
        else resolve()
      }
      this.#end = () => {
        utterance.onend = null
        utterance.onerror = null
        speechSynthesis.cancel()
        over()
      }
      utterance.onstart = () => {
        const begun = performance.now()
        const times = guessedTimes(spoken, speed / 100)
        guessing = setInterval(() => {
          const since = performance.now() - begun
          if (since > SILENT && !speechSynthesis.paused) tell(heardAt(times, since / 1_000))
        }, 60)
      }
      utterance.onboundary = ({ name, charIndex, elapsedTime }) => {
        if (name !== 'word') return
        clearInterval(guessing)
        const piece = pieceAt(spoken, charIndex)
        tell(piece && { from: piece.from, to: piece.to, at: elapsedTime })
      }
      utterance.onend = () => over()
      utterance.onerror = ({ error }) => over(error === 'interrupted' ? undefined : new Error(error))
      speechSynthesis.speak(utterance)
    })
  }

  speakSlowly(word: Utterance): Promise<void> {
    return this.speak({ ...word, speed: SLOWLY }, () => {})
  }

  pause(): void {
    speechSynthesis.pause()
  }

  resume(): void {
    speechSynthesis.resume()
  }

  stop(): void {
    this.#end?.()
  }
}

/** The voices of the device; some devices name them only after a while. */
async function voicesHere(): Promise<readonly SpeechSynthesisVoice[]> {
  if (!('speechSynthesis' in globalThis)) return []
  const now = speechSynthesis.getVoices()
  if (now.length) return now
  return new Promise(done => {
    const timer = setTimeout(() => done(speechSynthesis.getVoices()), SILENT)
    speechSynthesis.addEventListener(
      'voiceschanged',
      () => {
        clearTimeout(timer)
        done(speechSynthesis.getVoices())
      },
      { once: true },
    )
  })
}
