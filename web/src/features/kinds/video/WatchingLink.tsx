import type { ClassId, WorkId } from '@oppen/core/ids'
import { Link } from 'react-router'
import { say } from '../../../words/say.js'
import { ResultsLink } from '../quiz/ResultsLink.js'

type Props = { readonly classId: ClassId; readonly workId: WorkId }

/** From marking to what was watched, and to what was answered. */
export const WatchingLink = ({ classId, workId }: Props) => (
  <>
    {' · '}
    <Link to={`/c/${classId}/work/${workId}/watching`} className="text-blue underline underline-offset-2">
      {say('answers_watching')}
    </Link>
    <ResultsLink classId={classId} workId={workId} />
  </>
)
