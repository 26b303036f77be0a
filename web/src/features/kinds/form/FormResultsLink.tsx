import type { ClassId, WorkId } from '@oppen/core/ids'
import { Link } from 'react-router'
import { say } from '../../../words/say.js'

type Props = { readonly classId: ClassId; readonly workId: WorkId }

/** The way from who has answered to what was answered. */
export const FormResultsLink = ({ classId, workId }: Props) => (
  <>
    {' · '}
    <Link to={`/c/${classId}/work/${workId}/form`} className="text-blue underline underline-offset-2">
      {say('answers_form_results')}
    </Link>
  </>
)
