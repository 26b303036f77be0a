import type { SubmissionPage } from '@oppen/contract'
import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { reads, type SubmissionParams } from '../../app/queries.js'
import { useNow } from '../../app/session.js'
import { Problem, Waiting } from '../../parts/Feedback.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { AnnotatedWork } from './AnnotatedWork.js'
import { goToNote, MarginNotes } from './MarginNotes.js'
import { isNote, numbersOf } from './notes.js'

type Props = { readonly params: SubmissionParams; readonly page: SubmissionPage }

/** What was handed in with what the teacher put over it, for its pupil. */
export default function CameBackWork({ params, page }: Props) {
  const time = useNow()
  const { data, error, refetch } = useQuery(reads.annotations(params))
  const items = useMemo(() => new Map((data ?? []).map(item => [item.id, item])), [data])
  const numbers = useMemo(() => numbersOf(items.values()), [items])
  const handIn = page.handIns[0]
  if (error) return <Problem words={problemWords(error, time)} again={() => void refetch()} />
  if (!data) return <Waiting />
  if (!handIn) return null
  return (
    <section aria-label={say('verdict_work')} className="border border-rule bg-sheet px-4 py-3 max-md:px-2">
      <AnnotatedWork params={params} page={page} work={handIn} items={items} onNumber={goToNote} />
      <MarginNotes params={params} notes={[...items.values()].filter(isNote)} numbers={numbers} />
    </section>
  )
}
