import type { SyntheticEvent } from 'react'

type Props = {
  readonly address: string
  readonly label: string
  readonly className?: string
  /** Told how long it is, in seconds, once that is known. */
  readonly onLength?: (seconds: number) => void
}

/** Farther than any recording lasts, in seconds. */
const END = 1e6

/**
 * What a browser records says nothing of its length: only when its end is looked for is it found out. Then it stands
 * at its beginning again.
 */
function findLength({ currentTarget: sound }: SyntheticEvent<HTMLAudioElement>): void {
  if (Number.isFinite(sound.duration)) return
  const back = () => {
    sound.currentTime = 0
  }
  sound.addEventListener('durationchange', back, { once: true })
  sound.currentTime = END
}

/** Something to listen to, with how long it is. */
export const Sound = ({ address, label, className = 'h-10 w-full', onLength }: Props) => (
  // biome-ignore lint/a11y/useMediaCaption: a recording of a pupil or a teacher has none
  <audio
    controls
    preload="metadata"
    src={address}
    aria-label={label}
    onLoadedMetadata={findLength}
    onDurationChange={({ currentTarget: { duration } }) => {
      if (Number.isFinite(duration)) onLength?.(duration)
    }}
    className={className}
  />
)
