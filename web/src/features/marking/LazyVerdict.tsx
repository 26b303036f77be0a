import type { SubmissionPage } from '@oppen/contract'
import { Suspense } from 'react'
import { part } from '../../app/part.js'
import type { SubmissionParams } from '../../app/queries.js'
import { Waiting } from '../../parts/Feedback.js'

/** What comes back beside a mark and words comes when there is such: most work has none of it. */
const LazyCameBackWork = part(() => import('./CameBackWork.js'), ['verdict', 'worksheets'])
export const LazyRubric = part(
  () => import('./RubricShown.js').then(({ RubricShown }) => ({ default: RubricShown })),
  ['verdict'],
)
export const LazySticker = part(
  () => import('./NamedSticker.js').then(({ NamedSticker }) => ({ default: NamedSticker })),
  ['verdict'],
)

type Props = { readonly params: SubmissionParams; readonly page: SubmissionPage }

/** What a teacher put over the work that came back, where there is any. */
export const WithNotes = ({ params, page }: Props) =>
  hasNotes(page) && (
    <Suspense fallback={<Waiting />}>
      <LazyCameBackWork params={params} page={page} />
    </Suspense>
  )

/** Whether something stands over what came back. */
export const hasNotes = ({ annotations, status, handIns }: SubmissionPage): boolean =>
  annotations > 0 && handIns.length > 0 && (status.phase === 'handedBack' || status.phase === 'tryAgain')
