import type { CirclePage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import type { ReactNode } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { Avatar } from '../../parts/Avatar.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Row, Section } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'

type Member = CirclePage['members'][number]

/** Who is in a circle; an administrator may make others administrators and take them out. */
export function Members({
  circle,
  keeps,
  aside,
}: {
  readonly circle: CirclePage
  readonly keeps: boolean
  readonly aside: ReactNode
}) {
  return (
    <Section title={say('circle_members', { count: circle.members.length })} aside={aside}>
      <Row>
        <ul className="max-w-2xl">
          {circle.members.map(member => (
            <Line key={member.accountId} member={member} circle={circle} keeps={keeps} />
          ))}
        </ul>
      </Row>
    </Section>
  )
}

type LineProps = { readonly member: Member; readonly circle: CirclePage; readonly keeps: boolean }

function Line({ member, circle, keeps }: LineProps) {
  const params = { circleId: circle.id, accountId: member.accountId }
  const { name } = member
  const again = [reads.circle(circle.id).queryKey]
  const remove = useCommand({
    do: () => call(routes.removeMember, params),
    again,
    done: () => showToast(say('circle_removed', { name })),
  })
  const promote = useCommand({ do: () => call(routes.makeAdministrator, params), again })
  const words = remove.words ?? promote.words
  return (
    <li className="flex flex-wrap items-center gap-x-3 py-1">
      <Avatar name={name} size={24} />
      <span className="font-semibold">{name}</span>
      <span className="flex-1 text-sm text-soft">
        {say(`role_${member.kind}`)}
        {member.role === 'administrator' && ` · ${say('circle_administrator')}`}
      </span>
      {keeps && member.role === 'member' && (
        <Button
          variant="quiet"
          className="!min-h-0 !py-0 text-sm"
          aria-label={say('circle_administrator_make', { name })}
          onClick={() => promote.go()}
          disabled={promote.busy}
        >
          {say('circle_administrator_make_short')}
        </Button>
      )}
      {keeps && !member.mine && (
        <Button
          variant="quiet"
          className="!min-h-0 !py-0 text-sm"
          aria-label={say('circle_remove', { name })}
          onClick={() => remove.go()}
          disabled={remove.busy}
        >
          {say('circle_remove_short')}
        </Button>
      )}
      {words && <Problem words={words} />}
    </li>
  )
}
