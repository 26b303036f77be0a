/** What is needed of an `EventSource` (WHATWG HTML, "Server-sent events"). */
type Source = Pick<EventSource, 'onmessage' | 'onopen' | 'onerror' | 'close' | 'readyState'>

export type StreamOptions = {
  /** Opens a source; a browser's own gives up for good where a proxy answers in the server's place. */
  readonly open: () => Source
  readonly onMessage: (text: string) => void
  /** Called when the stream is there again after it was cut: what came meanwhile was not heard. */
  readonly onBack: () => void
  /** Called when the stream is refused with an answer, as it is to who is signed in no more. */
  readonly onRefused: () => void
  readonly wait?: (act: () => void, milliseconds: number) => () => void
  readonly random?: () => number
}

/** The `readyState` of a source that was answered with something else than a stream; one that was cut is connecting. */
const CLOSED = 2

const FIRST = 1_000
const LONGEST = 30_000

/**
 * How long to wait before the stream is opened again, in milliseconds, after so many times in vain: longer each time,
 * and spread, so that the screens of a whole school do not all come back in the same second.
 */
export function pauseBefore(times: number, random: () => number): number {
  const most = Math.min(LONGEST, FIRST * 2 ** times)
  return most / 2 + (random() * most) / 2 + (times === 0 ? random() * FIRST : 0)
}

const later = (act: () => void, milliseconds: number): (() => void) => {
  const timer = setTimeout(act, milliseconds)
  return () => clearTimeout(timer)
}

/** Keeps a stream open, whatever cuts it. Gives the way to close it. */
export function keepOpen({
  open,
  onMessage,
  onBack,
  onRefused,
  wait = later,
  random = Math.random,
}: StreamOptions): () => void {
  let inVain = 0
  let wasCut = false
  let source: Source | undefined
  let stopWaiting = () => {}
  const begin = () => {
    source = open()
    source.onmessage = message => onMessage(String(message.data))
    source.onopen = () => {
      inVain = 0
      if (wasCut) onBack()
      wasCut = false
    }
    source.onerror = () => {
      if (source?.readyState === CLOSED) onRefused()
      // opened anew by us alone: the browser's own way either comes back at once with all the others or not at all
      source?.close()
      wasCut = true
      stopWaiting = wait(begin, pauseBefore(inVain++, random))
    }
  }
  begin()
  return () => {
    stopWaiting()
    source?.close()
  }
}
