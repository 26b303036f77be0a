import type { MovedTime } from '@oppen/contract'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Moved } from './Moved.js'

type Props = {
  readonly label: string
  readonly changed: boolean
  readonly busy: boolean
  /** What would move; undefined while it is not known. */
  readonly moved: readonly MovedTime[] | undefined
  readonly refusal: string | undefined
}

/** The foot of a form that moves deadlines: what would move stands above the button that keeps it. */
export function KeepFoot({ label, changed, busy, moved, refusal }: Props) {
  return (
    <>
      {changed && moved && <Moved moved={moved} />}
      {refusal && <Problem words={refusal} />}
      <div>
        <Button type="submit" variant="primary" disabled={!changed || busy}>
          {label}
        </Button>
      </div>
    </>
  )
}
