import { version } from '@echogarden/espeak-ng-emscripten/package.json'
import { expose, transfer } from 'comlink'
import { type Sound, type Spoke, synthesizer, type ToSpeak } from './synthesizer.js'

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

const worker = {
  speaks: async (language: string): Promise<boolean> => (await ready()).speaks(language),
  speak: async (
    toSpeak: ToSpeak,
    heard: (sound: Sound) => void,
  ): Promise<{ spoke: Spoke; sounds: number }> => {
    const { speak } = await ready()
    let sounds = 0
    const spoke = await speak(toSpeak, sound => {
      sounds++
      heard(transfer(sound, [sound.samples.buffer]))
      return true
    })
    // they go another way than this answer, and may come after it
    return { spoke, sounds }
  },
}

export type VoiceWorker = typeof worker
expose(worker)
