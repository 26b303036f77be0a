import type { ReactNode } from 'react'
import { say } from '../words/say.js'
import { Button } from './Button.js'

/** While something is on its way. */
export function Waiting() {
  return (
    <p role="status" className="p-8 text-center text-soft">
      {say('loading')}
    </p>
  )
}

/** Where there is nothing: what would stand here and how it comes. */
export function Empty({ children }: { readonly children: ReactNode }) {
  return <p className="max-w-prose py-3 text-soft">{children}</p>
}

/** What is wrong with one field, below it; nothing where nothing is. */
export const FieldProblem = ({ words }: { readonly words: string | undefined }) =>
  words === undefined ? null : (
    <p role="alert" className="text-[0.9375rem] font-medium text-rust">
      {words}
    </p>
  )

/** A problem in words, with the way on. */
export function Problem({
  words,
  again,
}: {
  readonly words: ReactNode
  readonly again?: (() => void) | undefined
}) {
  return (
    <div
      role="alert"
      className="flex flex-wrap items-center gap-3 border-s-4 border-rust bg-rust-pale px-3 py-2 text-[0.9375rem] font-medium text-ink"
    >
      <span className="min-w-0 flex-1 basis-60">{words}</span>
      {again && (
        <Button variant="secondary" onClick={again}>
          {say('problem_again')}
        </Button>
      )}
    </div>
  )
}

/** The ochre pencil mark of what is new. */
export function NewMark({ children }: { readonly children: ReactNode }) {
  return (
    <span className="inline-block whitespace-nowrap rounded-full bg-ochre px-2 py-px text-xs font-bold text-on-ochre">
      {children}
    </span>
  )
}
