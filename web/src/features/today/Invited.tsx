import type { TodayPage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { useQueryClient } from '@tanstack/react-query'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { firstReads } from '../../app/firstReads.js'
import { useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Row, Section } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'

/** What waits for a yes: of whoever firstReads it, or of a teacher. */
export default function Waiting({ page }: { readonly page: TodayPage }) {
  return (
    <>
      <Invited page={page} />
      <Asked page={page} />
    </>
  )
}

/** Invitations that wait: who asks and into which class, and nothing else of it. One press accepts. */
function Invited({ page }: { readonly page: TodayPage }) {
  if (!page.invitations.length) return null
  return (
    <Section title={say('today_invited')}>
      <ul>
        {page.invitations.map(one => (
          <Line key={one.id} one={one} />
        ))}
      </ul>
    </Section>
  )
}

function Line({ one }: { readonly one: TodayPage['invitations'][number] }) {
  const time = useNow()
  const client = useQueryClient()
  const { by, className } = one
  const answer = useCommand({
    do: (said: 'accepted' | 'declined') =>
      call(routes.answerInvitation, { invitationId: one.id }, { answer: said }),
    again: [firstReads.today().queryKey],
    done: (me, said) => {
      client.setQueryData(firstReads.me().queryKey, me)
      showToast(said === 'accepted' ? say('today_accepted') : say('today_declined', { by }))
    },
  })
  return (
    <Row as="li" margin={when(one.at, time)} className="py-1.5">
      <div className="flex flex-wrap items-center gap-3">
        <span className="font-semibold">{say(`today_invited_${one.kind}`, { by, className })}</span>
        <Button variant="primary" onClick={() => answer.go('accepted')} disabled={answer.busy}>
          {say('today_accept')}
        </Button>
        <Button onClick={() => answer.go('declined')} disabled={answer.busy}>
          {say('today_decline')}
        </Button>
      </div>
      {answer.words && <Problem words={answer.words} />}
    </Row>
  )
}

/** Children whom a family has asked to follow, and how that stands. */
function Asked({ page }: { readonly page: TodayPage }) {
  const time = useNow()
  if (!page.asked.length) return null
  return (
    <Section title={say('today_asked')}>
      <ul>
        {page.asked.map(one => (
          <Row
            as="li"
            key={`${one.className} ${one.name} ${one.at}`}
            margin={when(one.at, time)}
            className="py-1.5"
          >
            <p className={one.turnedAway ? 'font-semibold text-rust' : ''}>
              {say(one.turnedAway ? 'today_asked_no' : 'today_asked_wait', {
                teacherName: one.teacherName,
                name: one.name,
                className: one.className,
              })}
            </p>
          </Row>
        ))}
      </ul>
    </Section>
  )
}
