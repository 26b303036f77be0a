import { FILE_LIMITS } from '@oppen/contract'
import { LONGEST_VIDEO } from '@oppen/core/watching'
import {
  ALL_FORMATS,
  BlobSource,
  BufferTarget,
  Conversion,
  EncodedPacketSink,
  Input,
  Output,
  WebMOutputFormat,
} from 'mediabunny'
import { pictureOfVideo, shows } from './pictureOfVideo.js'
import { VideoProblem } from './videoProblem.js'

/** What to know of a video that can be taken all the same. */
export type VideoNote = 'silent' | 'cut'

export type LookedAt = {
  /** The file to send: what a browser has recorded is written anew, so that its length is known and any place can be gone to. */
  readonly file: File
  readonly seconds: number
  readonly poster: File | null
  readonly notes: readonly VideoNote[]
}

const MIB = 1024 * 1024
/** So long a browser may take to show a picture of a file on its own device, in milliseconds. */
const PATIENCE = 15_000

/** Looks at a video before it is sent: what it is, whether this browser plays it, and how long it is. Rejects with `VideoProblem`. */
export async function lookAtVideo(given: File): Promise<LookedAt> {
  if (!given.size) throw new VideoProblem('empty')
  if (given.size > FILE_LIMITS.lesson) throw new VideoProblem('large', { most: FILE_LIMITS.lesson / MIB })
  const { codec, silent, end } = await tracksOf(given)
  const url = URL.createObjectURL(given)
  try {
    const video = await opened(url, codec)
    if (!Number.isFinite(video.duration)) return await lookAtVideo(await writtenAnew(given))
    const seconds = video.duration
    if (seconds > LONGEST_VIDEO) throw new VideoProblem('long', { hours: LONGEST_VIDEO / 3600 })
    const cut = end < seconds - 2 || !(await shows(video, Math.max(0, seconds - 0.5)))
    const poster = await pictureOfVideo(video, Math.min(2, seconds / 4))
    const notes = [...(silent ? ['silent' as const] : []), ...(cut ? ['cut' as const] : [])]
    return { file: given, seconds, poster, notes }
  } finally {
    URL.revokeObjectURL(url)
  }
}

/** What a file holds, read by its bytes and not by its name. */
async function tracksOf(file: File): Promise<{ codec: string; silent: boolean; end: number }> {
  const input = new Input({ formats: ALL_FORMATS, source: new BlobSource(file) })
  if (!(await input.canRead())) throw new VideoProblem(isVideoName(file) ? 'broken' : 'none')
  try {
    const video = await input.getPrimaryVideoTrack()
    if (!video) throw new VideoProblem('soundOnly')
    const sound = await input.getPrimaryAudioTrack()
    const codec = video.codec ?? video.internalCodecId ?? ''
    // where its last picture that can be read ends; what was cut off says more than it has
    const last = await new EncodedPacketSink(video).getPacket(Number.MAX_SAFE_INTEGER).catch(() => null)
    const end = last?.data.byteLength ? last.timestamp + last.duration : 0
    return { codec: String(codec).toUpperCase(), silent: sound === null, end }
  } catch (error) {
    throw error instanceof VideoProblem ? error : new VideoProblem('broken')
  }
}

const isVideoName = ({ name, type }: File): boolean =>
  type.startsWith('video/') || /\.(mp4|m4v|mov|webm|mkv|avi|ogv)$/i.test(name)

/** The file in an element of this browser, at its first picture. */
async function opened(url: string, codec: string): Promise<HTMLVideoElement> {
  const video = document.createElement('video')
  video.muted = true
  video.preload = 'auto'
  video.src = url
  await heard(video, 'loadeddata').catch(() => {
    throw new VideoProblem('codec', { codec: codec || '?' })
  })
  return video
}

/** Waits for what an element says. Rejects where it fails, or says nothing for long. */
function heard(video: HTMLVideoElement, name: string): Promise<void> {
  return new Promise((done, fail) => {
    const timer = setTimeout(() => fail(new Error('nothing came')), PATIENCE)
    const end = (act: () => void) => () => {
      clearTimeout(timer)
      act()
    }
    video.addEventListener(name, end(done), { once: true })
    video.addEventListener(
      'error',
      end(() => fail(new Error('it failed'))),
      { once: true },
    )
  })
}

/** The same pictures and sounds in a file that says how long it is and where each moment stands. */
async function writtenAnew(file: File): Promise<File> {
  const input = new Input({ formats: ALL_FORMATS, source: new BlobSource(file) })
  const target = new BufferTarget()
  const output = new Output({ format: new WebMOutputFormat(), target })
  const conversion = await Conversion.init({ input, output })
  if (!conversion.isValid) throw new VideoProblem('broken')
  await conversion.execute()
  if (!target.buffer) throw new VideoProblem('broken')
  const name = file.name.replace(/\.\w+$/, '.webm')
  return new File([target.buffer], name, { type: 'video/webm' })
}
