import type { Me } from '@oppen/contract'
import { useQuery } from '@tanstack/react-query'
import { type FormEvent, useState } from 'react'
import { fieldOf, useAsk } from '../../app/outside.js'
import { reads } from '../../app/queries.js'
import { useComeIn } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { say } from '../../words/say.js'
import { NewFamilyFields } from './NewFamilyFields.js'
import { SignInFields, signInFrom } from './SignInFields.js'

type Props = {
  readonly childName: string
  /** Adds the child to the family that is signed in. */
  readonly follow: () => Promise<Me>
  /** Makes a new family account that follows the child. */
  readonly begin: (fresh: { shownName: string; secret: string }) => Promise<Me>
}

/** A family member who may follow a child: as who is signed in, as somebody with a user name, or new. */
export function FollowFamily({ childName, follow, begin }: Props) {
  const me = useQuery(reads.me())
  const comeIn = useComeIn()
  const asking = useAsk()
  const [have, setHave] = useState(false)
  const signedIn = me.data?.account.kind === 'family'
  const fresh = !signedIn && !have
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = event.currentTarget
    void asking.ask(async () => {
      if (fresh)
        return comeIn(await begin({ shownName: fieldOf(form, 'name'), secret: fieldOf(form, 'secret') }))
      if (!signedIn) await signInFrom(form)
      comeIn(await follow())
    })
  }
  const other = fresh ? asking.other('shownName', 'secret') : asking.words
  return (
    <>
      <form onSubmit={submit} className="flex flex-col gap-4" noValidate>
        {fresh && <NewFamilyFields at={asking.at} />}
        {have && !signedIn && <SignInFields />}
        {other && <Problem words={other} />}
        <Button type="submit" variant="primary" className="min-h-12 text-lg" disabled={asking.busy}>
          {fresh ? say('family_in') : say('family_follow', { name: childName })}
        </Button>
      </form>
      {fresh && (
        <Button variant="quiet" className="mt-3" onClick={() => setHave(true)}>
          {say('family_have')}
        </Button>
      )}
    </>
  )
}
