import type { CirclePage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import type { CircleId } from '@oppen/core/ids'
import { useSuspenseQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Head, Sheet } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'
import { type Making, Talk, TalkButtons } from '../talk/TalkScreen.js'
import { CircleCode } from './CircleCode.js'
import { CircleFiles } from './CircleFiles.js'
import { Members } from './Members.js'

export const prepare = ({ client, params: { circleId } }: Prepared) =>
  Promise.all([client.prefetchQuery(reads.circle(circleId)), client.prefetchQuery(reads.talk(circleId))])

/** A circle: what is said in it, its files, who is in it, and the code to join. */
export function Screen() {
  const circleId = useParams().circleId as CircleId
  const { data } = useSuspenseQuery(reads.circle(circleId))
  const { data: talk } = useSuspenseQuery(reads.talk(circleId))
  const [making, setMaking] = useState<Making | null>(null)
  const keeps = data.members.some(member => member.mine && member.role === 'administrator')
  return (
    <Sheet title={data.name}>
      <Head
        title={data.name}
        sub={say('circle_members', { count: data.members.length })}
        aside={<TalkButtons spaceId={circleId} onMake={setMaking} />}
      />
      {keeps && <CircleCode circle={data} />}
      <Talk spaceId={circleId} page={talk} making={making} onMake={setMaking} />
      <CircleFiles circle={data} />
      <Members circle={data} keeps={keeps} aside={<Leave circle={data} keeps={keeps} />} />
    </Sheet>
  )
}

/** The way out of a circle, and for who looks after it to what was done there. */
function Leave({ circle, keeps }: { readonly circle: CirclePage; readonly keeps: boolean }) {
  const navigate = useNavigate()
  const leave = useCommand({
    do: () => call(routes.leaveCircle, { circleId: circle.id }),
    again: [reads.me().queryKey],
    done: () => {
      showToast(say('circle_left', { name: circle.name }))
      navigate('/today')
    },
  })
  return (
    <span className="flex flex-wrap items-baseline gap-x-4">
      {keeps && (
        <Link
          to={`/circles/${circle.id}/audit-log`}
          className="text-[0.9375rem] font-semibold text-blue underline underline-offset-2"
        >
          {say('circle_audit_log')}
        </Link>
      )}
      <Button onClick={() => leave.go()} disabled={leave.busy}>
        {say('circle_leave')}
      </Button>
      {leave.words && <Problem words={leave.words} />}
    </span>
  )
}
