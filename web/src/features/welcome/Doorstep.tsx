import type { ReactNode } from 'react'
import { say } from '../../words/say.js'

/** The page before anybody is in: the first sheet of the exercise book, with its cover beside it. */
export function Doorstep({
  title,
  lead,
  children,
}: {
  readonly title: string
  readonly lead?: string
  readonly children: ReactNode
}) {
  return (
    <div className="grid min-h-dvh bg-linen md:grid-cols-[minmax(0,2fr)_minmax(0,3fr)]">
      <title>{`${title} · Oppen`}</title>
      <div className="flex items-center justify-center bg-board p-8 max-md:py-5">
        <div className="flex items-center gap-4 max-md:gap-3">
          <img src="/oppen.svg" alt="" width="72" height="72" className="max-md:size-10" />
          <p className="font-head text-6xl font-bold text-chalk max-md:text-3xl">{say('app')}</p>
        </div>
      </div>
      <main className="relative flex flex-col justify-center bg-sheet py-10 pr-6 pl-[calc(var(--margin-x)+1.25rem)] max-md:justify-start max-md:pr-4 max-md:pl-8">
        <div
          aria-hidden="true"
          className="absolute inset-y-0 left-[var(--margin-x)] w-px bg-margin-line max-md:left-4"
        />
        <div className="w-full max-w-lg">
          <h1 className="mb-3 text-3xl">{title}</h1>
          {lead && <p className="mb-5 text-soft">{lead}</p>}
          {children}
        </div>
      </main>
    </div>
  )
}
