import { Suspense } from 'react'
import { say } from '../words/say.js'
import { Refusal, Unreachable } from './api.js'
import { part } from './part.js'

const Worded = part(() => import('./Worded.js'), ['problems'])

/**
 * What went wrong, in words. What must be said when nothing more can be fetched is there from the start; the
 * wording of every other refusal comes when it is needed.
 */
export function ErrorWords({ error }: { readonly error: unknown }) {
  if (error instanceof Unreachable) return say('problem_unreachable')
  if (error instanceof Refusal && error.code === 'not_found') return say('problem_not_found')
  return (
    <Suspense fallback={say('problem_unknown')}>
      <Worded error={error} />
    </Suspense>
  )
}
