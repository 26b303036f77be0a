import type { OutboxPage } from '@oppen/contract'
import { addressOf, routes } from '@oppen/contract'
import type { MailId } from '@oppen/core/ids'
import { useQuery, useSuspenseQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { useNow } from '../../app/session.js'
import { buttonClasses } from '../../parts/Button.js'
import { Empty, Waiting } from '../../parts/Feedback.js'
import { Head, Row, Sheet } from '../../parts/Sheet.js'
import { Window } from '../../parts/Window.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'

export const prepare = ({ client }: Prepared) => client.prefetchQuery(reads.outbox())

/** The letters that Oppen wrote, where the school sends no mail of its own. */
export function Screen() {
  // messages go out behind what gives cause for them, and nothing tells of it
  const { data } = useSuspenseQuery({
    ...reads.outbox(),
    refetchOnMount: 'always',
    refetchInterval: 5_000,
  })
  const [open, setOpen] = useState<MailId>()
  return (
    <Sheet title={say('outbox_title')}>
      <Head title={say('outbox_title')} sub={say('outbox_lead')} />
      {!data.mails.length && (
        <Row>
          <Empty>{say('outbox_none')}</Empty>
        </Row>
      )}
      <ul>
        {data.mails.map(mail => (
          <Line key={mail.id} mail={mail} onOpen={() => setOpen(mail.id)} />
        ))}
      </ul>
      {open && <Letter mailId={open} onClose={() => setOpen(undefined)} />}
    </Sheet>
  )
}

type LineProps = { readonly mail: OutboxPage['mails'][number]; readonly onOpen: () => void }

function Line({ mail, onOpen }: LineProps) {
  const time = useNow()
  return (
    <Row as="li" margin={when(mail.at, time)} className="border-b border-rule py-1">
      <button
        type="button"
        aria-label={say('outbox_open', { to: mail.to })}
        onClick={onOpen}
        className="flex flex-wrap gap-x-4 rounded text-start hover:underline hover:underline-offset-2"
      >
        <span className="font-semibold">{mail.to}</span>
        <span>{mail.subject}</span>
      </button>
    </Row>
  )
}

function Letter({ mailId, onClose }: { readonly mailId: MailId; readonly onClose: () => void }) {
  const { data } = useQuery(reads.mail(mailId))
  return (
    <Window open onClose={onClose} title={data?.subject ?? say('outbox_title')} size="wide">
      {data ? (
        <div className="flex flex-col gap-4">
          <p>
            {say('outbox_to')}: <strong>{data.to}</strong>
          </p>
          <pre className="overflow-x-auto border-s-2 border-margin-line bg-linen/40 p-4 font-sans text-[0.9375rem] whitespace-pre-wrap">
            {data.text}
          </pre>
          <a href={addressOf(routes.seeMailFile, { mailId })} download className={buttonClasses('secondary')}>
            {say('outbox_file')}
          </a>
        </div>
      ) : (
        <Waiting />
      )}
    </Window>
  )
}
