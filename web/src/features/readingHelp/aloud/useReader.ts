import type { ReadingSettings } from '@oppen/core/readingHelp'
import { useEffect, useMemo, useSyncExternalStore } from 'react'
import { LOCALE } from '../../../words/language.js'
import { DeviceVoice } from './deviceVoice.js'
import { tellHeard } from './follow.js'
import { OwnVoice } from './ownVoice.js'
import { Reader } from './reader.js'
import type { WordsWorker } from './words.worker.js'
import { workerOf } from './workers.js'

/** Knows languages, syllables and sorts of words. */
export const wordsWorker = workerOf<WordsWorker>(
  () => new Worker(new URL('./words.worker.ts', import.meta.url), { type: 'module', name: 'words' }),
)

/** One for each way to speak; what was fetched and made for it is used again. */
const own = new Map<ReadingSettings['voice'], OwnVoice>()
function ownVoice(voice: Exclude<ReadingSettings['voice'], 'device'>): OwnVoice {
  const made = own.get(voice) ?? new OwnVoice(voice)
  own.set(voice, made)
  return made
}

/** Fetches what speaks before somebody asks for it; what does not come is fetched again when it is needed. */
export function warmUp(): void {
  void ownVoice('usual')
    .speaks(LOCALE)
    .catch(() => undefined)
  void wordsWorker(worker => worker.languageOf('', LOCALE)).catch(() => undefined)
}

/** What reads this page aloud, as somebody chose; it is silent once nobody asks for it any more. */
export function useReader({ voice, speed }: Pick<ReadingSettings, 'voice' | 'speed'>): Reader {
  const reader = useMemo(() => {
    const device = new DeviceVoice()
    const ours = ownVoice(voice === 'device' ? 'usual' : voice)
    return new Reader({
      voices: voice === 'device' ? [device, ours] : [ours, device],
      // where it cannot be fetched a text is taken for one in the language of the page
      languageOf: text => wordsWorker(worker => worker.languageOf(text, LOCALE)).catch(() => LOCALE),
      heard: tellHeard,
    })
  }, [voice])
  useEffect(warmUp, [])
  useEffect(() => reader.setSpeed(speed), [reader, speed])
  useEffect(() => () => reader.stop(), [reader])
  useSyncExternalStore(
    reader.subscribe,
    () => reader.state,
    () => reader.state,
  )
  return reader
}
