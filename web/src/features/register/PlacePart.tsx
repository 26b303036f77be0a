import type { ReactNode } from 'react'

/** A part of the window of one place, under a heading of its own. */
export function PlacePart({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <section className="border-t border-rule pt-3">
      <h3 className="mb-2 text-base">{title}</h3>
      <div className="flex flex-col gap-2 text-[0.9375rem]">{children}</div>
    </section>
  )
}
