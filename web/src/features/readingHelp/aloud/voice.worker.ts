import { version } from '@echogarden/espeak-ng-emscripten/package.json'
import { expose, transfer } from 'comlink'
import { type Sound, synthesizer, type ToSpeak } from './synthesizer.js'

const fetchPart = async (name: string): Promise<ArrayBuffer> => {
  const answer = await fetch(`/assets/voices-${version}/${name}`)
  if (!answer.ok) throw new Error(`${name}: ${answer.status}`)
  return answer.arrayBuffer()
}

let made: ReturnType<typeof synthesizer> | undefined
const ready = () => {
  made ??= synthesizer(fetchPart)
  // without a network it is tried anew when something is to be read again
  made.catch(() => {
    made = undefined
  })
  return made
}

/** Whoever asks for something new does not wait for what was asked for before. */
let latest = 0

const worker = {
  prepare: async (): Promise<void> => void (await ready()),
  speaks: async (language: string): Promise<boolean> => (await ready()).speaks(language),
  speak: async (toSpeak: ToSpeak, heard: (sound: Sound) => void) => {
    const one = ++latest
    const { speak } = await ready()
    if (one !== latest) return { is: 'left' as const }
    return speak(toSpeak, sound => {
      heard(transfer(sound, [sound.samples.buffer]))
      return true
    })
  },
}

export type VoiceWorker = typeof worker
expose(worker)
