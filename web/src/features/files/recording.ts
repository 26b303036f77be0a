/** What a recording can be made as, the best first; the first that the browser knows is taken. */
const FORMATS = {
  voice: ['audio/webm;codecs=opus', 'audio/mp4', 'audio/ogg;codecs=opus'],
  video: ['video/webm;codecs=vp9,opus', 'video/webm;codecs=vp8,opus', 'video/webm', 'video/mp4'],
} as const

export type RecordingKind = keyof typeof FORMATS

/** So long at most, in milliseconds. */
export const LONGEST: Readonly<Record<RecordingKind, number>> = { voice: 15 * 60_000, video: 3 * 60_000 }

const ENDINGS: Readonly<Record<string, string>> = {
  'audio/webm': 'webm',
  'audio/mp4': 'm4a',
  'audio/ogg': 'ogg',
  'video/webm': 'webm',
  'video/mp4': 'mp4',
}

/** One recording: begun, paused, gone on with, and whole once it is stopped. */
export class Recording {
  readonly #recorder: MediaRecorder
  readonly #parts: Blob[] = []
  #recorded = 0
  #since: number | null = null

  /**
   * Throws where the browser records nothing of this kind.
   *
   * @param onPart - hears of each second of it as it comes
   */
  constructor(kind: RecordingKind, stream: MediaStream, onPart: (part: Blob) => void) {
    const mimeType = FORMATS[kind].find(format => MediaRecorder.isTypeSupported(format))
    if (!mimeType) throw new DOMException('no format', 'NotSupportedError')
    this.#recorder = new MediaRecorder(stream, { mimeType })
    this.#recorder.ondataavailable = ({ data }) => {
      if (data.size === 0) return
      this.#parts.push(data)
      onPart(data)
    }
  }

  get #type(): string {
    return this.#recorder.mimeType.split(';')[0] ?? ''
  }

  /** What a file of it is called. */
  fileName(name: string): string {
    return `${name}.${ENDINGS[this.#type] ?? 'webm'}`
  }

  start(now: number): void {
    this.#recorder.start(1_000)
    this.#since = now
  }

  pause(now: number): void {
    this.#recorded = this.lasts(now)
    this.#since = null
    this.#recorder.pause()
    this.#recorder.requestData()
  }

  resume(now: number): void {
    this.#since = now
    this.#recorder.resume()
  }

  /** How long it is by now, in milliseconds, without the pauses. */
  lasts(now: number): number {
    return this.#recorded + (this.#since === null ? 0 : now - this.#since)
  }

  /** Stops. Gives the whole as a file of the given name. */
  async stop(name: string): Promise<File> {
    if (this.#recorder.state !== 'inactive') {
      const stopped = new Promise(resolve => this.#recorder.addEventListener('stop', resolve, { once: true }))
      this.#recorder.stop()
      await stopped
    }
    return new File(this.#parts, this.fileName(name), { type: this.#type })
  }
}
