import type { MarkColour, Passage } from '@oppen/core/work/kinds/reading'
import { say } from '../../../../words/say.js'

/** What a colour means in this reading: as its teacher named it, else the usual. */
export const meaningOf = (meanings: Passage['meanings'], colour: MarkColour): string =>
  meanings[colour] || say(`reading_mark_${colour}`)

/** A colour as it looks in the text: with its line, so that it is told apart without the colour. */
export const Swatch = ({ colour }: { readonly colour: MarkColour }) => (
  <span aria-hidden="true" className={`marked-${colour} px-1.5 font-semibold`}>
    a
  </span>
)
