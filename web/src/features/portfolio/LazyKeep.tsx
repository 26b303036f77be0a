import { Suspense } from 'react'
import { part } from '../../app/part.js'
import type { SubmissionParams } from '../../app/queries.js'

const KeepButton = part(() => import('./KeepButton.js'), ['portfolio'])

type Props = {
  readonly params: SubmissionParams
  /** The hand-ins that there are, the newest first, and whether each is kept. */
  readonly handIns: readonly { readonly number: number; readonly kept: boolean }[]
}

/** Keeping the newest hand-in of a submission, where there is one. */
export function Keep({ params, handIns: [last] }: Props) {
  if (!last) return null
  return (
    <Suspense fallback={<div className="min-h-9" />}>
      <KeepButton params={{ ...params, number: String(last.number) }} kept={last.kept} />
    </Suspense>
  )
}
