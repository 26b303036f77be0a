import { useParams } from 'react-router'
import { useMe } from '../../app/session.js'
import { Head, Row, Sheet } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'

/** The stand-in for a meeting room: where the link of a lesson leads while the school has set no room of its own. */
export function Screen() {
  const { room = '' } = useParams()
  const me = useMe()
  return (
    <Sheet title={say('room_title')}>
      <Head title={say('room_title')} sub={room} />
      <Row>
        <p className="max-w-prose">{say('room_lead', { name: room })}</p>
        <p className="mt-2 font-semibold">{say('room_in', { name: me.account.shownName })}</p>
      </Row>
    </Sheet>
  )
}
