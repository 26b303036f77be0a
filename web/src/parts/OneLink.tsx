import type { ClassLink } from '@oppen/contract'
import { ExternalLink } from 'lucide-react'

/** A way out of Oppen, into a page of its own. */
export function OneLink({ link }: { readonly link: ClassLink }) {
  return (
    <a
      href={link.url}
      target="_blank"
      rel="noreferrer"
      className="inline-flex min-h-6 items-center gap-1.5 text-[0.9375rem] text-blue underline underline-offset-2"
    >
      <ExternalLink size={14} aria-hidden="true" />
      {link.title}
    </a>
  )
}
