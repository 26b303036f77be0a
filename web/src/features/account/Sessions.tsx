import type { AccountPage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { useSuspenseQuery } from '@tanstack/react-query'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Row, Section } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'

/** Every device on which this account is signed in, each ended by itself. */
export function Sessions() {
  const { data } = useSuspenseQuery(reads.account())
  return (
    <Section title={say('account_sessions')}>
      <ul>
        {data.sessions.map(session => (
          <Line key={session.id} session={session} />
        ))}
      </ul>
    </Section>
  )
}

function Line({ session }: { readonly session: AccountPage['sessions'][number] }) {
  const time = useNow()
  const { device } = session
  const end = useCommand({
    do: () => call(routes.endSession, { sessionId: session.id }),
    again: [reads.account().queryKey],
    done: () => showToast(say('account_session_ended', { device })),
  })
  return (
    <Row as="li" margin={when(session.beganAt, time)} className="border-b border-rule py-1">
      <div className="flex flex-wrap items-baseline gap-x-3">
        <span className="font-semibold">{device}</span>
        <span className="text-[0.9375rem] text-soft">
          {say(`account_came_${session.cameBy}`)} ·{' '}
          {session.here
            ? say('account_session_here')
            : say('account_session_seen', { at: when(session.seenAt, time) })}
        </span>
        {!session.here && (
          <Button
            variant="quiet"
            className="!min-h-0 !py-0 text-sm"
            aria-label={say('account_session_end_of', { device })}
            onClick={() => end.go()}
            disabled={end.busy}
          >
            {say('account_session_end')}
          </Button>
        )}
      </div>
      {end.words && <Problem words={end.words} />}
    </Row>
  )
}
