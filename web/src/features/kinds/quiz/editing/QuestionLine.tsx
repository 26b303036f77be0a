import { showHundredths } from '@oppen/core/marks'
import type { Question } from '@oppen/core/questions'
import { ArrowDown, ArrowUp, Copy, X } from 'lucide-react'
import { inOneLine } from '../../../../parts/asHtml.js'
import { say } from '../../../../words/say.js'

type Props = {
  readonly number: number
  readonly question: Question
  readonly open: boolean
  readonly first: boolean
  readonly last: boolean
  readonly onOpen: () => void
  readonly onMove: (by: number) => void
  readonly onCopy?: () => void
  readonly onRemove: () => void
}

const ICON = 'rounded p-1.5 hover:bg-pale disabled:opacity-40'

/** One question of a quiz in its list: opened, moved, copied and taken out from here. */
export function QuestionLine({
  number,
  question,
  open,
  first,
  last,
  onOpen,
  onMove,
  onCopy,
  onRemove,
}: Props) {
  const kind = say(`asked_${question.kind}_kind`)
  const name = inOneLine(question.prompt) || kind
  const said = { number, name }
  return (
    <div className="flex items-center gap-1">
      <button
        type="button"
        aria-expanded={open}
        onClick={onOpen}
        className="flex min-w-0 flex-1 items-baseline gap-2 rounded px-1 py-1 text-start hover:bg-pale"
      >
        <span className="w-5 shrink-0 text-soft tabular-nums">{number}</span>
        <span className="min-w-0 flex-1 truncate">{name}</span>
        <span className="shrink-0 text-sm text-soft">
          {kind} · {showHundredths(question.points)}
        </span>
      </button>
      <button
        type="button"
        className={ICON}
        aria-label={say('quiz_up', said)}
        disabled={first}
        onClick={() => onMove(-1)}
      >
        <ArrowUp size={16} aria-hidden="true" />
      </button>
      <button
        type="button"
        className={ICON}
        aria-label={say('quiz_down', said)}
        disabled={last}
        onClick={() => onMove(1)}
      >
        <ArrowDown size={16} aria-hidden="true" />
      </button>
      {onCopy && (
        <button type="button" className={ICON} aria-label={say('quiz_copy', said)} onClick={onCopy}>
          <Copy size={16} aria-hidden="true" />
        </button>
      )}
      <button type="button" className={ICON} aria-label={say('take_off', said)} onClick={onRemove}>
        <X size={16} aria-hidden="true" />
      </button>
    </div>
  )
}
