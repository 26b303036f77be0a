import { routes } from '@oppen/contract'
import { ADULT_SECRET_LENGTH } from '@oppen/core/joining'
import { useQuery } from '@tanstack/react-query'
import { type FormEvent, useState } from 'react'
import { useLocation } from 'react-router'
import { call, Refusal } from '../../app/api.js'
import { reads } from '../../app/queries.js'
import { useComeIn } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Field } from '../../parts/Field.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { Doorstep } from '../welcome/Doorstep.js'

/** The key of a child: shows whose it is, then makes a family account or adds the child to one. */
export function Screen() {
  const given = (useLocation().state as { key?: string } | null)?.key
  const [key, setKey] = useState(given)
  return key ? <WithKey value={key} onWrong={() => setKey(undefined)} /> : <AskKey onKey={setKey} />
}

function AskKey({ onKey }: { readonly onKey: (key: string) => void }) {
  const [problem, setProblem] = useState<string>()
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const key = String(new FormData(event.currentTarget).get('key'))
    try {
      await call(routes.showKey, {}, { key })
      onKey(key)
    } catch (error) {
      setProblem(words(error))
    }
  }
  return (
    <Doorstep title={say('door_family')}>
      <form onSubmit={event => void submit(event)} className="flex flex-col gap-4" noValidate>
        <Field
          label={say('family_field')}
          hint={say('welcome_hint_key')}
          name="key"
          problem={problem}
          autoFocus
          autoCapitalize="characters"
          spellCheck={false}
          className="!py-3 text-xl font-semibold tracking-wide"
        />
        <Button type="submit" look="first" className="min-h-12 text-lg">
          {say('welcome_go')}
        </Button>
      </form>
    </Doorstep>
  )
}

const words = (error: unknown) => problemWords(error, { now: Date.now(), zone: 'UTC' })

function WithKey({ value, onWrong }: { readonly value: string; readonly onWrong: () => void }) {
  const me = useQuery(reads.me())
  const holder = useQuery({
    queryKey: ['key', value],
    queryFn: () => call(routes.showKey, {}, { key: value }),
    retry: false,
  })
  const [have, setHave] = useState(false)
  if (!holder.data) return null
  const lead = say('family_lead', holder.data)
  const follows = me.data?.account.kind === 'family'
  return (
    <Doorstep title={say('family_title', { name: holder.data.childName })} lead={lead}>
      {follows || have ? (
        <Follow value={value} childName={holder.data.childName} signedIn={follows} />
      ) : (
        <NewFamily value={value} />
      )}
      <div className="mt-3 flex flex-wrap gap-2">
        {!follows && !have && (
          <Button look="quiet" onClick={() => setHave(true)}>
            {say('family_have')}
          </Button>
        )}
        <Button look="quiet" onClick={onWrong}>
          {say('not_you')}
        </Button>
      </div>
    </Doorstep>
  )
}

function NewFamily({ value }: { readonly value: string }) {
  const comeIn = useComeIn()
  const [problem, setProblem] = useState<unknown>()
  const at = (path: string) =>
    problem instanceof Refusal && problem.path === path ? words(problem) : undefined
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = new FormData(event.currentTarget)
    const body = { key: value, shownName: String(form.get('name')), secret: String(form.get('secret')) }
    try {
      comeIn(await call(routes.joinFamily, {}, body))
    } catch (error) {
      setProblem(error)
    }
  }
  const other = problem && !at('shownName') && !at('secret') ? words(problem) : undefined
  return (
    <form onSubmit={event => void submit(event)} className="flex flex-col gap-4" noValidate>
      <Field label={say('family_name')} name="name" autoComplete="name" autoFocus problem={at('shownName')} />
      <Field
        label={say('door_new_secret')}
        hint={say('family_secret', { least: ADULT_SECRET_LENGTH })}
        name="secret"
        type="password"
        autoComplete="new-password"
        problem={at('secret') ?? other}
      />
      <Button type="submit" look="first" className="min-h-12 text-lg">
        {say('family_in')}
      </Button>
    </form>
  )
}

type FollowProps = { readonly value: string; readonly childName: string; readonly signedIn: boolean }

function Follow({ value, childName, signedIn }: FollowProps) {
  const comeIn = useComeIn()
  const [problem, setProblem] = useState<string>()
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = new FormData(event.currentTarget)
    try {
      if (!signedIn) {
        await call(
          routes.signIn,
          {},
          { userName: String(form.get('userName')), secret: String(form.get('secret')) },
        )
      }
      comeIn(await call(routes.followChild, {}, { key: value }))
    } catch (error) {
      setProblem(words(error))
    }
  }
  return (
    <form onSubmit={event => void submit(event)} className="flex flex-col gap-4" noValidate>
      {!signedIn && (
        <>
          <Field
            label={say('door_user_name')}
            name="userName"
            autoComplete="username"
            autoCapitalize="off"
            autoFocus
          />
          <Field label={say('secret_field')} name="secret" type="password" autoComplete="current-password" />
        </>
      )}
      {problem && (
        <p role="alert" className="font-medium text-rust">
          {problem}
        </p>
      )}
      <Button type="submit" look="first" className="min-h-12 text-lg">
        {say('family_follow', { name: childName })}
      </Button>
    </form>
  )
}
