import type { ClassId, WorkId } from '@oppen/core/ids'
import { Link } from 'react-router'
import { say } from '../../../words/say.js'

type Props = { readonly classId: ClassId; readonly workId: WorkId }

export const ResultsLink = ({ classId, workId }: Props) => (
  <>
    {' · '}
    <Link to={`/c/${classId}/work/${workId}/results`} className="text-blue underline underline-offset-2">
      {say('answers_quiz_results')}
    </Link>
  </>
)
