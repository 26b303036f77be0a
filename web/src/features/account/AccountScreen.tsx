import type { Me } from '@oppen/contract'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { useMe } from '../../app/session.js'
import { Head, Row, Sheet } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { ChangeSecret } from './ChangeSecret.js'
import { Language } from './Language.js'
import { MailChoices } from './MailChoices.js'
import { NewsChoices } from './NewsChoices.js'
import { OwnPicture } from './OwnPicture.js'
import { Profile } from './Profile.js'
import { Sessions } from './Sessions.js'

export const prepare = ({ client }: Prepared) => client.prefetchQuery(reads.account())

/** The own account: name, address, picture, secret, and where it is signed in. */
export function Screen() {
  const me = useMe()
  return (
    <Sheet title={say('account_title')}>
      <Head title={say('account_title')} sub={`${say(roleKey(me))} · ${me.school}`} />
      {me.account.guest ? (
        <Row>
          <p>{say('guest_lead')}</p>
        </Row>
      ) : (
        <>
          <OwnPicture />
          <Profile />
          <Language />
          <MailChoices />
          <NewsChoices />
          <ChangeSecret />
        </>
      )}
      <Sessions />
    </Sheet>
  )
}

const roleKey = (me: Me) => (me.account.guest ? 'role_guest' : (`role_${me.account.kind}` as const))
