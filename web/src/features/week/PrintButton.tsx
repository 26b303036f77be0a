import { Printer } from 'lucide-react'
import { say } from '../../words/say.js'

/** Prints the page; what is only pressed is left out. */
export function PrintButton() {
  return (
    <button
      type="button"
      onClick={() => window.print()}
      aria-label={say('week_print')}
      title={say('week_print')}
      className="rounded p-1.5 text-soft hover:bg-pale hover:text-ink max-md:hidden print:hidden"
    >
      <Printer size={18} aria-hidden="true" />
    </button>
  )
}
