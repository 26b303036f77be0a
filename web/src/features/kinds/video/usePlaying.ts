import { mayGoTo, type Stretch, stopHolding, stopMet, type Watched, withPlayed } from '@oppen/core/watching'
import type { GuidedVideo, Speed, VideoStop } from '@oppen/core/work/kinds/video'
import { useEffect, useEffectEvent, useRef, useState } from 'react'

/** What a player is told about its video and its viewer, and whom it tells what is played. */
export type PlayingOptions = {
  readonly guided: GuidedVideo
  /** Where it goes on, in seconds. */
  readonly start: number
  /** What was watched until now. */
  readonly watched: () => Watched
  /** The moments to which choices have led. */
  readonly opened: readonly number[]
  /** Stops that do not hold any more. */
  readonly done: ReadonlySet<string>
  readonly onPlayed: (stretch: Stretch) => void
  readonly onStopped: (second: number) => void
  readonly onBack: (from: number, to: number) => void
  readonly onPass: (stop: VideoStop, wayId: string | null) => void
}

export type Playing = {
  /** To be given to the `video` element. */
  readonly ref: (video: HTMLVideoElement | null) => void
  /** The element, once it is there. */
  readonly video: HTMLVideoElement | null
  /** The moment that is shown, in seconds. */
  readonly at: number
  readonly seconds: number
  readonly playing: boolean
  /** Whether it waits for more of the video to come. */
  readonly waiting: boolean
  readonly failed: boolean
  readonly speed: number
  /** The stop that is open. */
  readonly stop: VideoStop | undefined
  /** How far it could have been gone, where somebody wanted further. */
  readonly refused: number | undefined
  readonly play: () => void
  readonly pause: () => void
  readonly goTo: (place: number) => void
  /** Goes to a stop and opens it. */
  readonly look: (stop: VideoStop) => void
  /** Goes on from the stop that is open, by a way where it is a choice. */
  readonly goOn: (wayId: string | null) => void
  readonly setSpeed: (speed: Speed) => void
}

/** So long at most is played before it is told, in seconds. */
const LAP = 5
/** What is less is no going back, but a look at the same. */
const BACK = 1

/** Plays a video with stops in a `video` element: stops it where it must be, and lets nobody further than they may. */
export function usePlaying(options: PlayingOptions): Playing {
  const { guided, start } = options
  const [video, setVideo] = useState<HTMLVideoElement | null>(null)
  const [at, setAt] = useState(start)
  const [seconds, setSeconds] = useState(guided.seconds ?? 0)
  const [playing, setPlaying] = useState(false)
  const [waiting, setWaiting] = useState(false)
  const [failed, setFailed] = useState(false)
  const [speed, showSpeed] = useState(1)
  const [stop, showStop] = useState<VideoStop>()
  const [refused, setRefused] = useState<number>()
  /** Where it is; where the stretch that is played began; where it is being put; a stop that was just left, and the one that is open. */
  const now = useRef({
    last: start,
    from: null as number | null,
    put: null as number | null,
    left: null as string | null,
    placed: false,
    stop: undefined as VideoStop | undefined,
  })
  // what a video tells may come before the page has shown what changed
  const setStop = (one: VideoStop | undefined) => {
    now.current.stop = one
    showStop(one)
  }

  const close = (to: number) => {
    const { from } = now.current
    now.current.from = null
    if (from !== null && to > from) options.onPlayed({ from, to })
  }
  const put = (place: number) => {
    now.current.put = place
    now.current.last = place
    setAt(place)
    if (video) video.currentTime = place
  }
  const watchedNow = (): Watched => {
    const { from, last } = now.current
    return from === null ? options.watched() : withPlayed(options.watched(), { from, to: last })
  }
  const open = (met: VideoStop) => {
    video?.pause()
    close(met.at)
    put(met.at)
    setStop(met)
    setPlaying(false)
  }

  const tick = useEffectEvent(() => {
    if (!video || video.seeking || now.current.stop) return
    const { last, left } = now.current
    const to = video.currentTime
    if (to < last) return
    // a choice is there each time; what was just left is not met once more
    const done = new Set([...options.done].filter(id => !isChoice(guided, id)))
    if (left !== null) done.add(left)
    const met = video.paused && !video.ended ? undefined : stopMet(guided.stops, { from: last, to }, done)
    if (met) return open(met)
    now.current.last = to
    if (left !== null && to > (guided.stops.find(({ id }) => id === left)?.at ?? 0) + 0.5)
      now.current.left = null
    setAt(Math.floor(to * 4) / 4)
    const { from } = now.current
    if (from !== null && to - from >= LAP) {
      close(to)
      now.current.from = to
    }
  })

  /** Goes to a place, unless it lies too far ahead or a stop before it holds. */
  const goTo = (place: number): 'there' | 'held' | 'refused' => {
    const to = Math.min(Math.max(0, place), Math.max(0, seconds - 0.1))
    const { skipping } = guided.watching
    const allowed = mayGoTo(to, watchedNow(), { skipping, opened: options.opened })
    if (!allowed.ok) {
      setRefused(Number(allowed.refusal.params?.furthest))
      return 'refused'
    }
    setRefused(undefined)
    const { last } = now.current
    close(last)
    if (to < last - BACK) options.onBack(last, to)
    now.current.left = null
    setStop(undefined)
    const { mustAnswer } = guided.watching
    const ahead = guided.stops.filter(one => one.kind === 'questions' && one.at >= last)
    const holding = mustAnswer === 'nothing' ? undefined : stopHolding(ahead, to, options.done)
    if (holding) open(holding)
    else put(to)
    return holding ? 'held' : 'there'
  }

  const onSeeking = useEffectEvent(() => {
    if (!video) return
    const target = video.currentTime
    const { put: expected } = now.current
    now.current.put = null
    if (expected !== null && Math.abs(expected - target) < 0.5) return
    // by a key of the keyboard or of a headset, which asks nobody
    const { last, stop: held } = now.current
    if (held) return put(held.at)
    if (goTo(target) === 'refused') put(last)
  })
  const onPlay = useEffectEvent(() => {
    if (now.current.stop) video?.pause()
    else setPlaying(true)
  })
  const onPlaying = useEffectEvent(() => {
    setWaiting(false)
    if (now.current.from === null) now.current.from = video?.currentTime ?? null
  })
  const onPause = useEffectEvent(() => {
    tick()
    close(now.current.last)
    setPlaying(false)
  })
  const onLoaded = useEffectEvent(() => {
    if (!video) return
    setFailed(false)
    if (Number.isFinite(video.duration)) setSeconds(video.duration)
    if (now.current.placed) return
    now.current.placed = true
    if (now.current.last > 0 && now.current.last < video.duration) put(now.current.last)
  })
  const onHidden = useEffectEvent(() => {
    if (document.hidden && guided.watching.pauses) video?.pause()
    // whatever comes, so much is told
    close(now.current.last)
    if (video && !video.paused) now.current.from = now.current.last
  })
  const onRate = useEffectEvent(() => {
    if (!video) return
    if (video.playbackRate > guided.watching.fastest) video.playbackRate = guided.watching.fastest
    showSpeed(video.playbackRate)
  })

  useEffect(() => {
    if (!video) return
    const stopped = new AbortController()
    const on = (name: string, run: () => void) =>
      video.addEventListener(name, run, { signal: stopped.signal })
    on('loadedmetadata', () => onLoaded())
    on('durationchange', () => onLoaded())
    on('timeupdate', () => tick())
    on('seeking', () => onSeeking())
    on('play', () => onPlay())
    on('playing', () => onPlaying())
    on('seeked', () => !video.paused && onPlaying())
    on('waiting', () => setWaiting(true))
    on('pause', () => onPause())
    on('ended', () => onPause())
    on('ratechange', () => onRate())
    on('error', () => setFailed(true))
    document.addEventListener('visibilitychange', () => onHidden(), { signal: stopped.signal })
    window.addEventListener('pagehide', () => onHidden(), { signal: stopped.signal })
    if (video.error) setFailed(true)
    else if (video.readyState > 0) onLoaded()
    // every frame, so that it stops at the very moment
    let frame = 0
    const each = () => {
      tick()
      frame = video.requestVideoFrameCallback?.(each) ?? 0
    }
    frame = video.requestVideoFrameCallback?.(each) ?? 0
    return () => {
      stopped.abort()
      video.cancelVideoFrameCallback?.(frame)
      onHidden()
    }
  }, [video])

  const play = () => {
    if (now.current.stop) return
    setRefused(undefined)
    void video?.play().catch(() => setPlaying(false))
  }
  return {
    ref: setVideo,
    video,
    at: stop?.at ?? at,
    seconds,
    playing,
    waiting: waiting && playing,
    failed,
    speed,
    stop,
    refused,
    play,
    pause: () => {
      video?.pause()
      options.onStopped(now.current.last)
    },
    goTo,
    look: one => {
      if (goTo(one.at) === 'there') open(one)
    },
    goOn: wayId => {
      if (!stop) return
      const way = stop.kind === 'choice' ? stop.ways.find(({ id }) => id === wayId) : undefined
      options.onPass(stop, wayId)
      now.current.left = way ? null : stop.id
      setStop(undefined)
      setRefused(undefined)
      if (way) put(way.to)
      void video?.play().catch(() => setPlaying(false))
    },
    setSpeed: next => {
      if (video) video.playbackRate = next
    },
  }
}

const isChoice = ({ stops }: GuidedVideo, stopId: string): boolean =>
  stops.some(({ id, kind }) => id === stopId && kind === 'choice')
