import { routes, type SubmissionPage } from '@oppen/contract'
import { mayFollow } from '@oppen/core/work'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads, type SubmissionParams } from '../../app/queries.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { say } from '../../words/say.js'

const KINDS = ['receive', 'unreceive', 'excuse', 'include'] as const

/** The moves that need nothing more than a press. */
export function Moves({
  params,
  page,
}: {
  readonly params: SubmissionParams
  readonly page: SubmissionPage
}) {
  const run = useCommand<(typeof KINDS)[number]>({
    do: kind =>
      kind === 'excuse' || kind === 'include'
        ? call(routes.excuse, params, { excused: kind === 'excuse' })
        : call(routes.receive, params, { received: kind === 'receive' }),
    again: [reads.submission(params).queryKey],
  })
  return (
    <div className="flex flex-wrap gap-2">
      {run.words && <Problem words={run.words} />}
      {KINDS.filter(kind => mayFollow(kind, page.status)).map(kind => (
        <Button key={kind} onClick={() => run.go(kind)} disabled={run.busy}>
          {say(`marking_${kind}`)}
        </Button>
      ))}
    </div>
  )
}
