import type { Tie } from '@oppen/contract'
import { Suspense } from 'react'
import { part } from './part.js'

const ClassSign = part(() => import('../parts/ClassSign.js'))

/** The tint and sign of a class, where it has any. */
export const Look = ({ of }: { readonly of: Pick<Tie, 'tint' | 'sign'> | undefined }) =>
  of && (of.tint || of.sign) ? (
    <Suspense fallback={<span className="size-5 shrink-0" />}>
      <ClassSign tint={of.tint} sign={of.sign} />
    </Suspense>
  ) : null
