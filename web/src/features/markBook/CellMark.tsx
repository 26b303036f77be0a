import type { BookCell } from '@oppen/contract'
import { showHundredths } from '../../words/numbers.js'
import { say } from '../../words/say.js'
import { cellLateBy, cellState, shownMark } from './book.js'

const TONES = { rust: 'text-rust', blue: 'text-blue', soft: 'text-soft', leaf: 'text-leaf' } as const

type Props = {
  readonly cell: BookCell
  readonly now: number
  /** The word for the mark, where the class shows no points. */
  readonly word: string | undefined
}

/** What stands in a cell: the mark, else how it stands; late and not handed back are said by a sign as well. */
export function CellMark({ cell, now, word }: Props) {
  const mark = shownMark(cell)
  const late = cellLateBy(cell) > 0
  const draft = cell.draftMark !== undefined
  if (mark !== null)
    return (
      <span aria-hidden="true" className="flex w-full items-baseline gap-1">
        <span
          className={`truncate font-semibold ${word ? 'text-[0.8125rem] tracking-tight' : ''} ${draft ? 'border-b-2 border-dotted border-ochre italic' : ''}`}
        >
          {word ?? showHundredths(mark)}
        </span>
        {late && (
          <span className={`text-xs ${cell.forgiven ? 'text-soft line-through' : 'text-rust'}`}>
            {say('book_late_short')}
          </span>
        )}
      </span>
    )
  const { is } = cellState(cell, now)
  const [words, tone] =
    is === 'withTeacher'
      ? [say('book_to_mark'), TONES.blue]
      : is === 'missing'
        ? [say('book_missing'), TONES.rust]
        : is === 'overdue'
          ? [say('book_overdue'), TONES.rust]
          : is === 'excused'
            ? [say('book_excused'), TONES.soft]
            : is === 'received'
              ? [say('book_received'), TONES.leaf]
              : is === 'handedBack'
                ? [say('book_back'), TONES.soft]
                : is === 'tryAgain'
                  ? [say('book_again'), TONES.soft]
                  : ['', TONES.soft]
  return (
    <span aria-hidden="true" className={`truncate text-xs ${tone}`}>
      {words}
      {late && is === 'withTeacher' && ` · ${say('book_late_short')}`}
    </span>
  )
}
