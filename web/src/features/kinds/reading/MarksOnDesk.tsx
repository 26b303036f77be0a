import type { SubmissionPage } from '@oppen/contract'
import { anchorsIn, passageText } from '@oppen/core/passage'
import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import type { SubmissionParams } from '../../../app/queries.js'
import { say } from '../../../words/say.js'
import { MarkList } from './marks/MarkList.js'
import { readMarks } from './reads.js'

type Props = { readonly params: SubmissionParams; readonly page: SubmissionPage }

/** What a pupil marked and noted while reading, for the teacher. */
export default function MarksOnDesk({ params, page }: Props) {
  const { data } = useQuery(readMarks(params))
  const passage = page.work.details.reading?.passage
  const text = useMemo(() => passageText(passage?.html ?? ''), [passage?.html])
  if (!data || !passage) return null
  return (
    <section aria-labelledby="desk-marks" className="mt-5 border-t border-rule pt-4">
      <h3 id="desk-marks" className="mb-2 text-base font-semibold">
        {say('reading_marks_of', { name: page.pupil.name })}
      </h3>
      <MarkList marks={anchorsIn(text, data.marks)} meanings={passage.meanings} />
    </section>
  )
}
