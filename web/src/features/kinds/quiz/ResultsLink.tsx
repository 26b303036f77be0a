import { Link } from 'react-router'
import { say } from '../../../words/say.js'
import type { TaughtLinkProps } from '../taught.js'

export const ResultsLink = ({ classId, workId }: TaughtLinkProps) => (
  <>
    {' · '}
    <Link to={`/c/${classId}/work/${workId}/results`} className="text-blue underline underline-offset-2">
      {say('answers_quiz_results')}
    </Link>
  </>
)
