import { MARK_COLOURS, type MarkColour, type Passage } from '@oppen/core/work/kinds/reading'
import { say } from '../../../../words/say.js'
import { meaningOf, Swatch } from './colours.js'
import type { Selected } from './useSelected.js'

type Props = {
  readonly selected: Selected
  readonly meanings: Passage['meanings']
  readonly onMark: (colour: MarkColour) => void
}

/** What can be done with words that are selected in a passage: marked in a colour with a meaning. */
export const MarkBar = ({ selected, meanings, onMark }: Props) => (
  <div
    role="toolbar"
    aria-label={say('reading_mark_as')}
    data-low={selected.low ? '' : undefined}
    className="mark-bar fixed inset-x-0 z-20 mx-auto flex w-fit max-w-[calc(100vw-1rem)] flex-wrap justify-center gap-1 rounded-[var(--radius-card)] border border-edge bg-sheet p-1.5 shadow-xl"
  >
    {MARK_COLOURS.map((colour, at) => (
      <button
        key={colour}
        type="button"
        // the selection stays while it is pressed
        onPointerDown={event => event.preventDefault()}
        onClick={() => onMark(colour)}
        className="flex min-h-10 items-center gap-1.5 rounded px-2.5 text-[0.9375rem] hover:bg-pale"
      >
        <Swatch colour={colour} />
        {meaningOf(meanings, colour)}
        <kbd className="rounded border border-edge px-1 font-sans text-xs text-soft max-md:hidden">
          {at + 1}
        </kbd>
      </button>
    ))}
  </div>
)
