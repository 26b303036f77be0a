import { routes } from '@oppen/contract'
import { call } from '../../app/api.js'
import { reads, type SubmissionParams } from '../../app/queries.js'
import { Versions } from '../../parts/Versions.js'
import { say } from '../../words/say.js'
import { WorksheetShown } from './WorksheetShown.js'

type Props = {
  readonly params: SubmissionParams
  /** Whether one can be brought back now. */
  readonly may: boolean
}

/** How a worksheet was earlier, to look through and bring back. */
export function SheetVersions({ params, may }: Props) {
  return (
    <Versions
      title={say('worksheet_versions')}
      list={reads.inkVersions(params)}
      amount={({ items }) => say('worksheet_things', { count: items })}
      show={({ version }) => <WorksheetShown params={params} version={version} inWindow />}
      bring={number => call(routes.bringInkBack, { ...params, number })}
      again={[reads.submission(params).queryKey, reads.worksheet(params).queryKey]}
      may={may}
    />
  )
}
