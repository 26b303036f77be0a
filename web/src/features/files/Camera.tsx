import { Camera as CameraIcon } from 'lucide-react'
import { useRef, useState } from 'react'
import { Button } from '../../parts/Button.js'
import { say } from '../../words/say.js'
import { DeviceProblems } from './DeviceProblems.js'
import { Live } from './Recorder.js'
import { useDevice } from './useDevice.js'

type Props = {
  readonly name: string
  readonly onKeep: (file: File) => void
  readonly onClose: () => void
}

/** Takes photos with the camera of the device, one after the other. */
export function Camera({ name, onKeep, onClose }: Props) {
  const { stream, problem, again, standIn } = useDevice(devices => devices.camera(false))
  const taken = useRef(0)
  const place = useRef<HTMLDivElement>(null)
  const [ready, setReady] = useState(false)
  if (problem) return <DeviceProblems problem={problem} again={again} standIn={standIn} />
  if (!stream) return <p className="text-soft">{say('recorder_asking_video')}</p>
  const take = async () => {
    const video = place.current?.querySelector('video')
    if (!video?.videoWidth) return
    taken.current += 1
    onKeep(await stillOf(video, `${name} ${taken.current}.jpg`))
  }
  return (
    <div ref={place} className="flex flex-col gap-3">
      <Live stream={stream} onReady={() => setReady(true)} />
      <div className="flex flex-wrap gap-2">
        <Button variant="primary" onClick={() => void take()} disabled={!ready}>
          <CameraIcon size={17} aria-hidden="true" />
          {say('camera_take')}
        </Button>
        <Button onClick={onClose}>{say('camera_done')}</Button>
      </div>
    </div>
  )
}

/** What a video shows at this moment, as a picture. */
async function stillOf(video: HTMLVideoElement, name: string): Promise<File> {
  const canvas = new OffscreenCanvas(video.videoWidth, video.videoHeight)
  canvas.getContext('2d')?.drawImage(video, 0, 0)
  const blob = await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.9 })
  return new File([blob], name, { type: 'image/jpeg' })
}
