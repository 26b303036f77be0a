// @vitest-environment jsdom
import { type Run, type Stretch, type Watched, withPlayed } from '@oppen/core/watching'
import { EMPTY_VIDEO, type GuidedVideo, type VideoRules, type VideoStop } from '@oppen/core/work/kinds/video'
import { act, renderHook } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import { type PlayingOptions, usePlaying } from './usePlaying.js'

/** What a browser's video does, as far as a player asks for it; its time is moved by hand. */
class Video extends EventTarget {
  paused = true
  ended = false
  seeking = false
  error = null
  readyState = 1
  duration = 60
  playbackRate = 1
  #time = 0

  get currentTime(): number {
    return this.#time
  }
  set currentTime(to: number) {
    this.#time = to
    this.dispatchEvent(new Event('seeking'))
  }
  async play(): Promise<void> {
    this.paused = false
    this.dispatchEvent(new Event('play'))
    this.dispatchEvent(new Event('playing'))
  }
  pause(): void {
    if (this.paused) return
    this.paused = true
    this.dispatchEvent(new Event('pause'))
  }
  /** Plays on to a moment. */
  to(moment: number): void {
    if (this.paused) return
    this.#time = moment
    this.dispatchEvent(new Event('timeupdate'))
  }
}

const note: VideoStop = { id: 'n', at: 10, kind: 'note', html: '<p>Look.</p>' }
const asks: VideoStop = { id: 'q', at: 20, kind: 'questions', questions: ['q1'] }
const later: VideoStop = { id: 'l', at: 40, kind: 'note', html: '<p>End.</p>' }
const choice: VideoStop = {
  id: 'c',
  at: 30,
  kind: 'choice',
  html: '',
  ways: [
    { id: 'a', text: 'Back', to: 5 },
    { id: 'b', text: 'Ahead', to: 50 },
  ],
}

type Given = {
  readonly stops?: readonly VideoStop[]
  readonly watching?: Partial<VideoRules>
  readonly done?: readonly string[]
  readonly watched?: Watched
  readonly start?: number
}

/** A player of a video of a minute, with what it has told. */
async function player({ stops = [], watching = {}, done = [], watched = [], start = 0 }: Given = {}) {
  const video = new Video()
  const told = {
    played: [] as Stretch[],
    stopped: [] as number[],
    back: [] as number[],
    passed: [] as string[],
  }
  let seen: Watched = watched
  const guided: GuidedVideo = {
    ...EMPTY_VIDEO,
    address: '/v',
    seconds: 60,
    stops,
    watching: { ...EMPTY_VIDEO.watching, ...watching },
  }
  const passed = new Set(done)
  const options: PlayingOptions = {
    guided,
    start,
    watched: () => seen,
    opened: [],
    done: passed,
    onPlayed: stretch => {
      told.played.push(stretch)
      seen = withPlayed(seen, stretch)
    },
    onStopped: second => void told.stopped.push(second),
    onBack: from => void told.back.push(from),
    onPass: ({ id }) => {
      told.passed.push(id)
      passed.add(id)
    },
  }
  const { result } = renderHook(() => usePlaying(options))
  await act(async () => result.current.ref(video as unknown as HTMLVideoElement))
  const now = () => result.current
  return {
    video,
    told,
    now,
    do: (what: (playing: ReturnType<typeof now>) => void) => act(async () => what(now())),
    to: (...moments: number[]) =>
      act(async () => {
        for (const moment of moments) video.to(moment)
      }),
    seen: (): Run[] => [...seen],
  }
}
const SEEN: Watched = [{ from: 0, to: 45, times: 1 }]

describe('a player', () => {
  it('stops at the very moment of a stop, goes on from it, and does not meet it again', async () => {
    const one = await player({ stops: [note] })
    await one.do(playing => playing.play())
    await one.to(4, 9.9, 10.3)
    expect([one.now().stop?.id, one.video.paused, one.video.currentTime]).toEqual(['n', true, 10])
    await one.do(playing => playing.play())
    expect(one.video.paused).toBe(true)
    await one.do(playing => playing.goOn(null))
    await one.to(10.2, 12)
    expect([one.now().stop, one.told.passed, one.video.currentTime]).toEqual([undefined, ['n'], 12])
  })

  it('tells what is played in stretches that make the whole, also where its page is left', async () => {
    const one = await player()
    await one.do(playing => playing.play())
    await one.to(2, 5.1, 7)
    await act(async () => void window.dispatchEvent(new Event('pagehide')))
    await one.to(9)
    await one.do(playing => playing.pause())
    expect(one.told.played).toEqual([
      { from: 0, to: 5.1 },
      { from: 5.1, to: 7 },
      { from: 7, to: 9 },
    ])
    expect([one.seen(), one.told.stopped]).toEqual([[{ from: 0, to: 9, times: 1 }], [9]])
  })

  it('goes back as one likes and tells from where, and ahead no further than was seen', async () => {
    const one = await player()
    await one.do(playing => playing.play())
    await one.to(4)
    await one.do(playing => playing.goTo(30))
    expect([one.now().refused, one.video.currentTime]).toEqual([4, 4])
    await one.do(playing => playing.goTo(1))
    expect([one.told.back, one.now().refused, one.video.currentTime]).toEqual([[4], undefined, 1])
  })

  it('lets no key of the device further either, nor away from a stop', async () => {
    const one = await player({ stops: [note] })
    await one.do(playing => playing.play())
    await one.to(3)
    await act(async () => {
      one.video.currentTime = 50
    })
    expect(one.video.currentTime).toBe(3)
    await one.to(10)
    await act(async () => {
      one.video.currentTime = 2
    })
    expect([one.video.currentTime, one.now().stop?.id]).toEqual([10, 'n'])
  })

  it('is held by questions that must be answered, whichever way leads past them', async () => {
    for (const go of [
      (playing: ReturnType<typeof usePlaying>) => playing.goTo(42),
      (playing: ReturnType<typeof usePlaying>) => playing.look(later),
    ]) {
      const one = await player({ stops: [asks, later], watched: SEEN })
      await one.do(go)
      expect([one.now().stop?.id, one.video.currentTime]).toEqual(['q', 20])
    }
    const foreign = await player({ stops: [asks, later], watched: SEEN })
    await act(async () => {
      foreign.video.currentTime = 42
    })
    expect([foreign.now().stop?.id, foreign.video.currentTime]).toEqual(['q', 20])
    const free = await player({ stops: [asks, later], watched: SEEN, watching: { mustAnswer: 'nothing' } })
    await free.do(playing => playing.look(later))
    expect(free.now().stop?.id).toBe('l')
  })

  it('asks a choice each time it is met, and goes where it leads', async () => {
    const one = await player({ stops: [choice], watched: SEEN, start: 29, done: ['c'] })
    expect(one.video.currentTime).toBe(29)
    await one.do(playing => playing.play())
    await one.to(30.1)
    await one.do(playing => playing.goOn('a'))
    expect([one.video.currentTime, one.video.paused]).toEqual([5, false])
    await one.to(31)
    expect(one.now().stop?.id).toBe('c')
    await one.do(playing => playing.goOn('b'))
    expect(one.video.currentTime).toBe(50)
  })

  it('that was closed at a stop comes to it again', async () => {
    const one = await player({ stops: [note], watched: SEEN, start: 10 })
    await one.do(playing => playing.play())
    await one.to(10)
    expect(one.now().stop?.id).toBe('n')
  })

  it('pauses where its tab is left, if it is to, and is no faster than it may be', async () => {
    const hide = () => act(async () => void document.dispatchEvent(new Event('visibilitychange')))
    Object.defineProperty(document, 'hidden', { configurable: true, get: () => true })
    try {
      const [one, other] = [await player(), await player({ watching: { pauses: false } })]
      await one.do(playing => playing.play())
      await other.do(playing => playing.play())
      await hide()
      expect([one.video.paused, other.video.paused]).toEqual([true, false])
      other.video.playbackRate = 4
      await act(async () => void other.video.dispatchEvent(new Event('ratechange')))
      expect(other.video.playbackRate).toBe(EMPTY_VIDEO.watching.fastest)
    } finally {
      Reflect.deleteProperty(document, 'hidden')
    }
  })
})
