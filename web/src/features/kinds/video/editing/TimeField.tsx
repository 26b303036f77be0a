import { type ChangeEvent, useState } from 'react'
import { Field } from '../../../../parts/Field.js'
import { Cell } from '../../../../parts/inputs.js'
import { playTime, typedTime } from '../../../../words/playTime.js'
import { say } from '../../../../words/say.js'

type Props = {
  readonly label: string
  readonly at: number
  /** How long the video is, in seconds. */
  readonly most: number
  readonly onChange: (at: number) => void
}

/** What was typed for a moment of a video: what cannot be read stays as it is, and changes nothing. */
function useTyped({ at, most, onChange }: Props) {
  const [typed, setTyped] = useState<string>()
  const read = typed === undefined ? at : typedTime(typed)
  const wrong = read === undefined || read > most
  return {
    wrong,
    input: {
      value: typed ?? exact(at),
      inputMode: 'numeric' as const,
      onChange: (event: ChangeEvent<HTMLInputElement>) => {
        const { value } = event.target
        setTyped(value)
        const next = typedTime(value)
        if (next !== undefined && next <= most) onChange(next)
      },
      onBlur: () => !wrong && setTyped(undefined),
    },
  }
}

/** A moment of a video, typed as minutes and seconds; it says how that is written. */
export function TimeField(props: Props) {
  const { wrong, input } = useTyped(props)
  const problem = wrong ? say('video_time_wrong', { most: playTime(props.most) }) : undefined
  return <Field label={props.label} className="tabular-nums" problem={problem} {...input} />
}

/** The same in a column of many. */
export function TimeCell(props: Props) {
  const { wrong, input } = useTyped(props)
  return (
    <Cell
      label={props.label}
      aria-invalid={wrong}
      className="w-20 tabular-nums aria-invalid:border-rust"
      {...input}
    />
  )
}

/** A moment with the tenth of its second, where it has one. */
const exact = (seconds: number): string => {
  const tenth = Math.floor(seconds * 10) % 10
  return tenth ? `${playTime(seconds)}.${tenth}` : playTime(seconds)
}
