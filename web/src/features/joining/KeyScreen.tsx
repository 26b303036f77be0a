import type { KeyHolder } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { useQuery } from '@tanstack/react-query'
import { type FormEvent, useState } from 'react'
import { Link, Navigate, useLocation } from 'react-router'
import { call } from '../../app/api.js'
import { outsideTime, useAsk } from '../../app/outside.js'
import { reads } from '../../app/queries.js'
import { useComeIn } from '../../app/session.js'
import { Button, buttonClasses } from '../../parts/Button.js'
import { Problem, Waiting } from '../../parts/Feedback.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { Doorstep } from '../welcome/Doorstep.js'
import { useHash } from '../welcome/useHash.js'
import { useOwnPupil } from './Claim.js'
import { FollowFamily } from './FollowFamily.js'

/** Behind a key from a card: whose it is, and in. The key came typed, or with the address in the QR code. */
export function Screen() {
  const scanned = useHash()
  const typed = (useLocation().state as { key?: string } | null)?.key
  const [value] = useState(scanned || typed)
  const holder = useQuery({
    queryKey: ['key', value],
    queryFn: () => call(routes.showKey, {}, { key: value ?? '' }),
    enabled: !!value,
    retry: false,
    gcTime: 0,
  })
  if (!value) return <Navigate to="/?join" replace />
  if (holder.error) {
    return (
      <Doorstep title={say('problem_title')}>
        <Problem words={problemWords(holder.error, outsideTime())} />
        <NotMine words={say('problem_again')} />
      </Doorstep>
    )
  }
  if (!holder.data) return <Waiting />
  return holder.data.kind === 'home' ? (
    <Home value={value} holder={holder.data} />
  ) : (
    <Family value={value} holder={holder.data} />
  )
}

type Props = { readonly value: string; readonly holder: KeyHolder }

const NotMine = ({ words = say('key_not') }: { readonly words?: string }) => (
  <Link to="/?join" replace className={`${buttonClasses('quiet')} mt-3`}>
    {words}
  </Link>
)

function Home({ value, holder }: Props) {
  const { childName: name, className, teacherName, claimed } = holder
  const comeIn = useComeIn()
  const asking = useAsk()
  const signedIn = useOwnPupil()
  const asSelf = !claimed && signedIn !== undefined
  const submit = (event: FormEvent) => {
    event.preventDefault()
    void asking.ask(async () => comeIn(await call(routes.comeHome, {}, { key: value, asSelf })))
  }
  return (
    <Doorstep
      title={say('key_home_title', { name })}
      lead={say('key_home_lead', { name, className, teacherName })}
    >
      <form onSubmit={submit} className="flex flex-col gap-4" noValidate>
        {asking.words && <Problem words={asking.words} />}
        <Button type="submit" variant="primary" className="min-h-12 text-lg" disabled={asking.busy} autoFocus>
          {say(asSelf ? 'key_home_self' : 'key_home_go', { name: asSelf ? signedIn.shownName : name })}
        </Button>
      </form>
      <NotMine />
    </Doorstep>
  )
}

function Family({ value, holder }: Props) {
  const me = useQuery(reads.me())
  const { childName: name, className, teacherName } = holder
  if (me.isPending) return <Waiting />
  return (
    <Doorstep title={say('family_title', { name })} lead={say('family_lead', { className, teacherName })}>
      <FollowFamily
        childName={name}
        follow={() => call(routes.followChild, {}, { key: value })}
        begin={fresh => call(routes.joinFamily, {}, { key: value, ...fresh })}
      />
      <NotMine />
    </Doorstep>
  )
}
