/** The longer side of a picture of a video, in pixels. */
const SIDE = 1280
/** So long a moment may take to be there, in milliseconds. */
const PATIENCE = 15_000

/** What a video shows at a moment, as a picture; null where the browser has none. It stays at that moment. */
export async function pictureOfVideo(video: HTMLVideoElement, second: number): Promise<File | null> {
  return (await shows(video, second)) ? drawn(video) : null
}

/** Whether there is a picture at a moment; goes there. */
export function shows(video: HTMLVideoElement, second: number): Promise<boolean> {
  return new Promise(resolve => {
    const end = () => {
      clearTimeout(timer)
      video.removeEventListener('seeked', end)
      video.removeEventListener('error', end)
      resolve(!video.error && !video.seeking && video.readyState >= HTMLMediaElement.HAVE_CURRENT_DATA)
    }
    const timer = setTimeout(end, PATIENCE)
    video.addEventListener('seeked', end)
    video.addEventListener('error', end)
    video.currentTime = second
  })
}

async function drawn(video: HTMLVideoElement): Promise<File | null> {
  const { videoWidth, videoHeight } = video
  if (!videoWidth || !videoHeight) return null
  const scale = Math.min(1, SIDE / Math.max(videoWidth, videoHeight))
  const canvas = new OffscreenCanvas(Math.round(videoWidth * scale), Math.round(videoHeight * scale))
  canvas.getContext('2d')?.drawImage(video, 0, 0, canvas.width, canvas.height)
  const blob = await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.85 })
  return new File([blob], 'video.jpg', { type: 'image/jpeg' })
}
