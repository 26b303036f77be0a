import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { say } from '../words/say.js'
import { useMe, useSignOut } from './session.js'

export function Brand() {
  return (
    <Link to="/today" className="ms-4 flex w-max items-center gap-2 rounded">
      <img src="/oppen.svg" alt="" width="28" height="28" />
      <span className="brand-words font-head text-2xl font-bold text-blue">{say('app')}</span>
    </Link>
  )
}

/** One press and the device is free; on a shared tablet it asks "Not you?". */
export function SignOut(): ReactNode {
  const { tablet } = useMe()
  const signOut = useSignOut()
  const look = tablet
    ? 'rounded-[var(--radius-card)] bg-ochre px-2.5 py-1.5 font-bold text-on-ochre'
    : 'underline underline-offset-2'
  return (
    <button type="button" className={look} onClick={() => void signOut()}>
      {say(tablet ? 'not_you_short' : 'sign_out')}
    </button>
  )
}
