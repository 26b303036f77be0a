import { type ChangeEvent, useEffect, useRef, useState } from 'react'
import { Window } from '../../parts/Window.js'
import { say } from '../../words/say.js'
import { readQr } from './readQr.js'

type Props = { readonly onFound: (text: string) => void; readonly onClose: () => void }

const LOOK = 200

/** Reads a QR code with the camera, or, where there is none, from a photo of it. */
export default function Scanner({ onFound, onClose }: Props) {
  const video = useRef<HTMLVideoElement>(null)
  const [camera, setCamera] = useState<'starting' | 'on' | 'none'>('starting')
  const [missed, setMissed] = useState<string>()
  const found = useRef(onFound)
  found.current = onFound

  useEffect(() => {
    let stream: MediaStream | undefined
    let timer: ReturnType<typeof setInterval> | undefined
    let over = false
    const start = async () => {
      stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } })
      const shown = video.current
      if (over || !shown) return stop()
      shown.srcObject = stream
      await shown.play()
      setCamera('on')
      timer = setInterval(() => {
        const text = readQr(shown, shown.videoWidth, shown.videoHeight)
        if (text && !over) found.current(text)
      }, LOOK)
    }
    const stop = () => {
      over = true
      clearInterval(timer)
      for (const track of stream?.getTracks() ?? []) track.stop()
    }
    start().catch(() => setCamera('none'))
    return stop
  }, [])

  const choose = async (event: ChangeEvent<HTMLInputElement>) => {
    const file = event.target.files?.[0]
    if (!file) return
    const text = await readQrFile(file)
    if (text) onFound(text)
    else setMissed(file.name)
  }
  return (
    <Window open onClose={onClose} title={say('scan_title')}>
      <div className="flex flex-col gap-4">
        <video
          ref={video}
          playsInline
          muted
          className={`aspect-square w-full rounded-[var(--radius-card)] bg-board object-cover ${camera === 'none' ? 'hidden' : ''}`}
        />
        {camera !== 'on' && (
          <p role="status">
            {say(
              camera === 'starting'
                ? 'scan_starting'
                : window.isSecureContext
                  ? 'scan_none'
                  : 'scan_insecure',
            )}
          </p>
        )}
        <label className="text-[0.9375rem] font-semibold">
          {say('scan_photo')}
          <input
            type="file"
            accept="image/*"
            capture="environment"
            onChange={event => void choose(event)}
            className="mt-1 block w-full text-base font-normal file:me-3 file:cursor-pointer file:rounded-[var(--radius-card)] file:border file:border-solid file:border-blue file:bg-sheet file:px-3 file:py-1.5 file:font-semibold file:text-blue"
          />
        </label>
        {missed && (
          <p role="alert" className="font-medium text-rust">
            {say('scan_not_found', { name: missed })}
          </p>
        )}
      </div>
    </Window>
  )
}

async function readQrFile(file: File): Promise<string | undefined> {
  try {
    const picture = await createImageBitmap(file)
    return readQr(picture, picture.width, picture.height)
  } catch {
    return undefined
  }
}
