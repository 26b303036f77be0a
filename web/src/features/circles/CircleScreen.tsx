import type { CirclePage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import type { CircleId } from '@oppen/core/ids'
import { markerOf } from '@oppen/core/readMarkers'
import { useSuspenseQuery } from '@tanstack/react-query'
import { useEffect } from 'react'
import { useNavigate, useParams } from 'react-router'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Head, Sheet } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'
import { CircleCode } from './CircleCode.js'
import { CircleFiles } from './CircleFiles.js'
import { CirclePosts } from './CirclePosts.js'
import { Members } from './Members.js'

export const prepare = ({ client, params }: Prepared) => client.prefetchQuery(reads.circle(params.circleId))

/** A circle: what was written, its files, who is in it, and the code to join. */
export function Screen() {
  const circleId = useParams().circleId as CircleId
  const { data } = useSuspenseQuery(reads.circle(circleId))
  const keeps = data.members.some(member => member.mine && member.role === 'administrator')
  useMarkRead(data)
  return (
    <Sheet title={data.name}>
      <CircleHead circle={data} />
      {keeps && <CircleCode circle={data} />}
      <CirclePosts circle={data} />
      <CircleFiles circle={data} />
      <Members circle={data} keeps={keeps} />
    </Sheet>
  )
}

function useMarkRead({ id, posts }: CirclePage): void {
  const { length } = posts
  // biome-ignore lint/correctness/useExhaustiveDependencies: another post is looked at anew
  useEffect(() => {
    void call(routes.markRead, {}, { what: markerOf('circle', id) }).catch(() => undefined)
  }, [id, length])
}

function CircleHead({ circle }: { readonly circle: CirclePage }) {
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
    <>
      <Head
        title={circle.name}
        sub={say('circle_members', { count: circle.members.length })}
        aside={
          <Button onClick={() => leave.go()} disabled={leave.busy}>
            {say('circle_leave')}
          </Button>
        }
      />
      {leave.words && <Problem words={leave.words} />}
    </>
  )
}
