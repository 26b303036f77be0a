import type { RegisterPage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { useIds, useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Row, Section } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'

type Invitation = RegisterPage['invitations'][number]

/** Who was invited and has not answered, each taken back by one press. */
export function Invitations({ invitations }: { readonly invitations: readonly Invitation[] }) {
  if (!invitations.length) return null
  return (
    <Section title={say('invitations_title')}>
      <ul>
        {invitations.map(one => (
          <Line key={one.id} one={one} />
        ))}
      </ul>
    </Section>
  )
}

function Line({ one }: { readonly one: Invitation }) {
  const { classId } = useIds()
  const time = useNow()
  const withdraw = useCommand({
    do: () => call(routes.withdrawInvitation, { classId, invitationId: one.id }),
    again: [reads.register(classId).queryKey, reads.settings(classId).queryKey],
    done: () => showToast(say('invitations_withdrawn', { to: one.to })),
  })
  return (
    <Row as="li" margin={when(one.at, time)} className="border-b border-rule py-1">
      <div className="flex flex-wrap items-baseline gap-3">
        <span className="font-semibold">{one.to}</span>
        <span className="text-[0.9375rem] text-soft">
          {say(`invitations_${one.kind}`, { about: one.about ?? '' })}
        </span>
        <Button
          variant="quiet"
          className="!min-h-0 !py-0 text-sm"
          aria-label={say('invitations_withdraw_of', { to: one.to })}
          onClick={() => withdraw.go()}
          disabled={withdraw.busy}
        >
          {say('invitations_withdraw')}
        </Button>
      </div>
      {withdraw.words && <Problem words={withdraw.words} />}
    </Row>
  )
}
