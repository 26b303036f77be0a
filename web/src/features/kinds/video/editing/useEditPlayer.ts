import type { GuidedVideo } from '@oppen/core/work/kinds/video'
import { say } from '../../../../words/say.js'
import { type Playing, usePlaying } from '../usePlaying.js'
import { pictureOfVideo } from './pictureOfVideo.js'

export type EditPlayer = {
  readonly playing: Playing
  readonly pause: () => void
  /** The picture of a moment, as the address of a file of the work. Rejects with words that say why there is none. */
  readonly pictureAt: (second: number) => Promise<string>
}

const NOTHING_DONE: ReadonlySet<string> = new Set()
const nothing = () => undefined

/** The video of a work that is being written: it stops nowhere, and goes wherever its teacher goes. */
export function useEditPlayer(guided: GuidedVideo, onFile: (file: File) => Promise<string>): EditPlayer {
  const playing = usePlaying({
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
    playing,
    pause: () => playing.video?.pause(),
    pictureAt: async second => {
      const picture = playing.video && (await pictureOfVideo(playing.video, second))
      if (!picture) throw new Error(say('video_picture_none'))
      return onFile(picture)
    },
  }
}
