import type { Me } from '@oppen/contract'
import { Eye } from 'lucide-react'
import { say } from '../words/say.js'
import { seeAsOneself } from './seeAs.js'

/** Says, on every page, that it is looked at as somebody else, and how to go back. */
export const SeenAsBanner = ({ seen }: { readonly seen: NonNullable<Me['seenAs']> }) => (
  <p
    role="status"
    className="sticky top-0 z-20 flex flex-wrap items-center gap-x-3 border-b-2 border-margin bg-ochre-pale px-4 py-2 text-[0.9375rem] font-semibold md:ps-[calc(var(--margin-x)+1rem)]"
  >
    <Eye size={17} aria-hidden="true" />
    {say(`see_as_banner_${seen.as}`, { name: seen.name, className: seen.className })}
    <button
      type="button"
      onClick={seeAsOneself}
      className="rounded font-semibold text-blue underline underline-offset-2"
    >
      {say('see_as_back')}
    </button>
  </p>
)
