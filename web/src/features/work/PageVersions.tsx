import { routes } from '@oppen/contract'
import { useQuery } from '@tanstack/react-query'
import { call } from '../../app/api.js'
import { reads, type SubmissionParams } from '../../app/queries.js'
import { useNow } from '../../app/session.js'
import { Problem, Waiting } from '../../parts/Feedback.js'
import { Versions } from '../../parts/Versions.js'
import { Written } from '../../parts/Written.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'

type Props = {
  readonly params: SubmissionParams
  /** How many are kept. */
  readonly count: number
  /** Whether one can be brought back now. */
  readonly may: boolean
}

/** Earlier texts of a draft, to look through and bring back. */
export function PageVersions({ params, count, may }: Props) {
  return (
    <Versions
      title={say('versions_title')}
      count={count}
      list={reads.versions(params)}
      amount={({ words }) => say('page_words', { count: words })}
      show={({ version }) => <Text params={params} number={String(version)} />}
      bring={number => call(routes.bringBack, { ...params, number })}
      again={[reads.submission(params).queryKey]}
      may={may}
    />
  )
}

function Text({ params, number }: { readonly params: SubmissionParams; readonly number: string }) {
  const time = useNow()
  const { data, error } = useQuery(reads.version(params, number))
  if (error) return <Problem words={problemWords(error, time)} />
  return data ? <Written html={data.html} className="text-[1.0625rem]" /> : <Waiting />
}
