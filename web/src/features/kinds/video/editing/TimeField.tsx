import { useState } from 'react'
import { Field } from '../../../../parts/Field.js'
import { playTime, typedTime } from '../../../../words/playTime.js'
import { say } from '../../../../words/say.js'

type Props = {
  readonly label: string
  readonly at: number
  /** How long the video is, in seconds. */
  readonly most: number
  readonly onChange: (at: number) => void
}

/** A moment of a video, typed as minutes and seconds. What cannot be read stays, and says how it is written. */
export function TimeField({ label, at, most, onChange }: Props) {
  const [typed, setTyped] = useState<string>()
  const read = typed === undefined ? at : typedTime(typed)
  const wrong = read === undefined || read > most
  return (
    <Field
      label={label}
      value={typed ?? exact(at)}
      inputMode="numeric"
      className="tabular-nums"
      problem={wrong ? say('video_time_wrong', { most: playTime(most) }) : undefined}
      onChange={event => {
        const { value } = event.target
        setTyped(value)
        const next = typedTime(value)
        if (next !== undefined && next <= most) onChange(next)
      }}
      onBlur={() => !wrong && setTyped(undefined)}
    />
  )
}

/** A moment with the tenth of its second, where it has one. */
const exact = (seconds: number): string => {
  const tenth = Math.floor(seconds * 10) % 10
  return tenth ? `${playTime(seconds)}.${tenth}` : playTime(seconds)
}
