/** What records: a microphone, a camera with or without sound. */
export type Devices = {
  readonly microphone: () => Promise<MediaStream>
  readonly camera: (sound: boolean) => Promise<MediaStream>
}

/** Those of this device. Rejects with a `DOMException` where there is none, or it may not be used. */
export const realDevices: Devices = {
  microphone: () => media({ audio: { echoCancellation: true, noiseSuppression: true } }),
  camera: sound => media({ audio: sound, video: { facingMode: 'environment', width: { ideal: 1280 } } }),
}

async function media(wanted: MediaStreamConstraints): Promise<MediaStream> {
  // browsers give them only to pages that came by https, or from the same machine (W3C, Secure Contexts)
  if (!window.isSecureContext) throw new DOMException('no https', 'SecurityError')
  if (!navigator.mediaDevices) throw new DOMException('no devices', 'NotSupportedError')
  return navigator.mediaDevices.getUserMedia(wanted)
}

/** A stand-in, for trying things out where there is no microphone or camera: a soft tone, and a picture that moves. */
export const standInDevices: Devices = {
  microphone: async () => tone(),
  camera: async sound => {
    const stream = movingPicture()
    if (sound) for (const track of tone().getAudioTracks()) stream.addTrack(track)
    return stream
  },
}

function tone(): MediaStream {
  const context = new AudioContext()
  const oscillator = new OscillatorNode(context, { frequency: 330 })
  const soft = new GainNode(context, { gain: 0.2 })
  const out = context.createMediaStreamDestination()
  oscillator.connect(soft).connect(out)
  oscillator.start()
  const [track] = out.stream.getAudioTracks()
  track?.addEventListener('ended', () => void context.close())
  return out.stream
}

const FRAME = 100

function movingPicture(): MediaStream {
  const canvas = document.createElement('canvas')
  canvas.width = 640
  canvas.height = 480
  const pen = canvas.getContext('2d')
  let frame = 0
  const draw = () => {
    if (!pen) return
    frame += 1
    pen.fillStyle = '#e0e8f1'
    pen.fillRect(0, 0, 640, 480)
    pen.fillStyle = '#1f3657'
    pen.beginPath()
    pen.arc(320 + 200 * Math.cos(frame / 9), 240 + 120 * Math.sin(frame / 9), 40, 0, 2 * Math.PI)
    pen.fill()
  }
  draw()
  const stream = canvas.captureStream(1000 / FRAME)
  const timer = setInterval(() => {
    if (stream.getTracks().every(track => track.readyState === 'ended')) clearInterval(timer)
    draw()
  }, FRAME)
  return stream
}

/** Ends everything that a stream uses, so that no lamp goes on shining. */
export function release(stream: MediaStream | undefined): void {
  for (const track of stream?.getTracks() ?? []) track.stop()
}
