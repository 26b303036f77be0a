import type { GuidedVideo } from '@oppen/core/work/kinds/video'
import { type RefObject, useRef } from 'react'
import { say } from '../../../../words/say.js'
import { type Playing, usePlaying } from '../usePlaying.js'
import { pictureOfVideo } from './pictureOfVideo.js'

export type EditPlayer = {
  readonly element: RefObject<HTMLVideoElement | null>
  readonly playing: Playing
  readonly pause: () => void
  /** The picture of a moment, as the address of a file of the work. Rejects with words that say why there is none. */
  readonly pictureAt: (second: number) => Promise<string>
}

const NOTHING_DONE: ReadonlySet<string> = new Set()
const nothing = () => undefined

/** The video of a work that is being written: it stops nowhere, and goes wherever its teacher goes. */
export function useEditPlayer(guided: GuidedVideo, onFile: (file: File) => Promise<string>): EditPlayer {
  const element = useRef<HTMLVideoElement>(null)
  const playing = usePlaying(element, {
    guided: {
      ...guided,
      stops: [],
      watching: { ...guided.watching, skipping: true, pauses: true, fastest: 2 },
    },
    start: 0,
    watched: () => [],
    opened: [],
    done: NOTHING_DONE,
    onPlayed: nothing,
    onStopped: nothing,
    onBack: nothing,
    onPass: nothing,
  })
  return {
    element,
    playing,
    pause: () => element.current?.pause(),
    pictureAt: async second => {
      const video = element.current
      const picture = video && (await pictureOfVideo(video, second))
      if (!picture) throw new Error(say('video_picture_none'))
      return onFile(picture)
    },
  }
}
