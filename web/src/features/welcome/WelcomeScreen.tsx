import { routes } from '@oppen/contract'
import { readEntry } from '@oppen/core/joining'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { type FormEvent, useState } from 'react'
import { Navigate, useNavigate, useSearchParams } from 'react-router'
import { call, Refusal } from '../../app/api.js'
import { reads } from '../../app/queries.js'
import { useComeIn } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Field } from '../../parts/Field.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { Doorstep } from './Doorstep.js'
import { knockQuery } from './knock.js'

/** The one field: a class code, a key or a user name, and it finds out which. */
export function Screen() {
  const [search] = useSearchParams()
  const me = useQuery(reads.me())
  const [userName, setUserName] = useState<string>()
  if (me.data && !search.has('join')) return <Navigate to="/today" replace />
  return (
    <Doorstep title={userName ? say('secret_title', { name: userName }) : say('welcome_title')}>
      {userName ? (
        <Secret userName={userName} onOther={() => setUserName(undefined)} />
      ) : (
        <One onName={setUserName} />
      )}
    </Doorstep>
  )
}

function One({ onName }: { readonly onName: (userName: string) => void }) {
  const client = useQueryClient()
  const navigate = useNavigate()
  const [typed, setTyped] = useState('')
  const [problem, setProblem] = useState<string>()
  const [busy, setBusy] = useState(false)

  const find = async () => {
    const entry = readEntry(typed)
    if (!entry.ok) throw new Refusal(422, entry.refusal)
    const found = entry.value
    if (found.kind === 'userName') return onName(found.userName)
    if (found.kind === 'classCode') {
      await client.fetchQuery(knockQuery(found.code))
      return navigate(`/come/${found.code}`)
    }
    await call(routes.showKey, {}, { key: found.key })
    navigate('/family', { state: { key: found.key } })
  }
  const submit = (event: FormEvent) => {
    event.preventDefault()
    setBusy(true)
    find()
      .catch(error => setProblem(problemWords(error, { now: Date.now(), zone: localZone() })))
      .finally(() => setBusy(false))
  }
  return (
    <form onSubmit={submit} className="flex flex-col gap-4" noValidate>
      <p className="text-soft">{say('welcome_lead')}</p>
      <Field
        label={say('welcome_field')}
        value={typed}
        onChange={event => {
          setTyped(event.target.value)
          setProblem(undefined)
        }}
        problem={problem}
        autoFocus
        autoCapitalize="off"
        autoComplete="username"
        autoCorrect="off"
        spellCheck={false}
        className="!py-3 text-2xl font-semibold tracking-wide"
      />
      <Button type="submit" look="first" className="min-h-12 text-lg" disabled={busy}>
        {say('welcome_go')}
      </Button>
      <ul className="mt-2 space-y-1 border-t border-rule pt-4 text-[15px] text-soft">
        <li>{say('welcome_hint_code')}</li>
        <li>{say('welcome_hint_key')}</li>
        <li>{say('welcome_hint_name')}</li>
      </ul>
    </form>
  )
}

const localZone = () => Intl.DateTimeFormat().resolvedOptions().timeZone

function Secret({ userName, onOther }: { readonly userName: string; readonly onOther: () => void }) {
  const comeIn = useComeIn()
  const [problem, setProblem] = useState<string>()
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const secret = String(new FormData(event.currentTarget).get('secret'))
    try {
      comeIn(await call(routes.signIn, {}, { userName, secret }))
    } catch (error) {
      setProblem(problemWords(error, { now: Date.now(), zone: localZone() }))
    }
  }
  return (
    <form onSubmit={event => void submit(event)} className="flex flex-col gap-4" noValidate>
      <input type="hidden" name="username" autoComplete="username" value={userName} readOnly />
      <Field
        label={say('secret_field')}
        name="secret"
        type="password"
        autoComplete="current-password"
        autoFocus
        problem={problem}
        className="!py-3 text-xl"
      />
      <Button type="submit" look="first" className="min-h-12 text-lg">
        {say('secret_go')}
      </Button>
      <Button look="quiet" onClick={onOther}>
        {say('not_you')}
      </Button>
    </form>
  )
}
