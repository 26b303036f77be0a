import { routes } from '@oppen/contract'
import { useState } from 'react'
import { Link } from 'react-router'
import { call } from '../../app/api.js'
import { useAsk } from '../../app/outside.js'
import { Button, buttonClasses } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { say } from '../../words/say.js'
import { Doorstep } from './Doorstep.js'
import { useHash } from './useHash.js'

/** Behind the address in the letter that asks whether an e-mail address is somebody's. */
export function Screen() {
  const token = useHash()
  const asking = useAsk()
  const [email, setEmail] = useState<string>()
  if (email)
    return (
      <Doorstep title={say('confirm_done', { email })}>
        <Link to="/" className={buttonClasses('primary')}>
          {say('app')}
        </Link>
      </Doorstep>
    )
  return (
    <Doorstep title={say('confirm_title')} lead={say('confirm_lead')}>
      <div className="flex flex-col gap-4">
        {asking.words && <Problem words={asking.words} />}
        <Button
          variant="primary"
          className="min-h-12 text-lg"
          disabled={asking.busy}
          onClick={() =>
            void asking.ask(async () => setEmail((await call(routes.confirmEmail, {}, { token })).email))
          }
        >
          {say('confirm_go')}
        </Button>
      </div>
    </Doorstep>
  )
}
