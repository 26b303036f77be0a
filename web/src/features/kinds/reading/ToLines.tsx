import { TextSearch, Undo2, X } from 'lucide-react'
import { say } from '../../../words/say.js'

/** From a question to the lines that it is about. */
export const AboutLines = ({ onPress }: { readonly onPress: () => void }) => (
  <div>
    <button
      type="button"
      onClick={onPress}
      className="flex min-h-9 items-center gap-1.5 rounded text-[0.9375rem] text-blue underline underline-offset-2"
    >
      <TextSearch size={17} aria-hidden="true" />
      {say('reading_to_lines')}
    </button>
  </div>
)

type BackProps = {
  readonly number: number
  readonly onPress: () => void
  readonly onClose: () => void
}

/** Over the page while lines are shown: the way back to the question. */
export const BackToQuestion = ({ number, onPress, onClose }: BackProps) => (
  <div
    role="status"
    className="back-to-question fixed inset-x-0 z-20 mx-auto flex w-fit items-center gap-1 rounded-[var(--radius-card)] border border-edge bg-sheet p-1 shadow-xl"
  >
    <button
      type="button"
      onClick={onPress}
      className="flex min-h-10 items-center gap-1.5 rounded bg-blue px-3 font-semibold text-on-blue"
    >
      <Undo2 size={17} aria-hidden="true" />
      {say('reading_back', { number })}
    </button>
    <button type="button" aria-label={say('close')} onClick={onClose} className="rounded p-2.5 hover:bg-pale">
      <X size={17} aria-hidden="true" />
    </button>
  </div>
)
