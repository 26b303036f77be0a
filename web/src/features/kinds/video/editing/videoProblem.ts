/** Why a file cannot be the video of a work. */
export type VideoWhy = 'empty' | 'none' | 'soundOnly' | 'codec' | 'broken' | 'large' | 'long'

export class VideoProblem extends Error {
  constructor(
    readonly why: VideoWhy,
    readonly params: Readonly<Record<string, string | number>> = {},
  ) {
    super(why)
  }
}
