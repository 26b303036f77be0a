import { addressOf, routes } from '@oppen/contract'
import { readEntry } from '@oppen/core/joining'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { QrCode } from 'lucide-react'
import { type FormEvent, Suspense, useState } from 'react'
import { Link, Navigate, useNavigate, useSearchParams } from 'react-router'
import { call, Refusal } from '../../app/api.js'
import { useAsk } from '../../app/outside.js'
import { part } from '../../app/part.js'
import { reads } from '../../app/queries.js'
import { Button, buttonClasses } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Field } from '../../parts/Field.js'
import { say } from '../../words/say.js'
import { codeQuery } from './codeQuery.js'
import { Doorstep } from './Doorstep.js'
import { Secret } from './Secret.js'

const Scanner = part(() => import('./Scanner.js'))

/** The one field: a class code, a circle's, a key or a user name, and it finds out which. */
export function Screen() {
  const [search] = useSearchParams()
  const me = useQuery(reads.me())
  const welcome = useQuery(reads.welcome())
  const [userName, setUserName] = useState<string>()
  const asked = search.has('join')
  if (me.data && !me.isError && !asked) return <Navigate to="/today" replace />
  if (welcome.data?.tablet && me.isError && !asked) return <Navigate to="/tablet" replace />
  return (
    <Doorstep title={userName ? say('secret_title', { name: userName }) : say('welcome_title')}>
      {userName ? (
        <Secret userName={userName} onOther={() => setUserName(undefined)} />
      ) : (
        <>
          <SchoolProblem />
          {welcome.data?.ownerless && (
            <p className="mb-4 border-s-4 border-ochre bg-ochre-pale px-3 py-2">
              {say('welcome_ownerless')}{' '}
              <Link to="/begin" className="font-semibold text-blue underline underline-offset-2">
                {say('welcome_begin')}
              </Link>
            </p>
          )}
          <One onName={setUserName} />
          {welcome.data?.schoolAccount && (
            <a href={SCHOOL} className={`${buttonClasses('secondary')} mt-5 min-h-12 w-full`}>
              {say('welcome_school', { school: welcome.data.schoolAccount })}
            </a>
          )}
        </>
      )}
    </Doorstep>
  )
}

/** Where the sign-in of the school begins; a page of its own, not asked for by a script. */
const SCHOOL = addressOf(routes.goToSchool, {})

/** Why the sign-in of the school came back without anybody. */
function SchoolProblem() {
  const [search] = useSearchParams()
  const why = search.get('school')
  if (why !== 'failed' && why !== 'unknown' && why !== 'unreachable') return null
  return (
    <div className="mb-4">
      <Problem words={say(`welcome_school_${why}`)} />
    </div>
  )
}

function One({ onName }: { readonly onName: (userName: string) => void }) {
  const client = useQueryClient()
  const navigate = useNavigate()
  const asking = useAsk()
  const [typed, setTyped] = useState('')
  const [scanning, setScanning] = useState(false)

  const find = async (text: string) => {
    const entry = readEntry(text)
    if (!entry.ok) throw new Refusal(422, entry.refusal)
    const found = entry.value
    if (found.kind === 'userName') return onName(found.userName)
    if (found.kind === 'code') {
      await client.fetchQuery(codeQuery(found.code))
      return navigate(`/come/${found.code}`)
    }
    await call(routes.showKey, {}, { key: found.key })
    navigate('/key', { state: { key: found.key } })
  }
  const submit = (event: FormEvent) => {
    event.preventDefault()
    void asking.ask(() => find(typed))
  }
  const scanned = (text: string) => {
    setScanning(false)
    setTyped(text)
    void asking.ask(() => find(text))
  }
  return (
    <form onSubmit={submit} className="flex flex-col gap-4" noValidate>
      <p className="text-soft">{say('welcome_lead')}</p>
      <Field
        label={say('welcome_field')}
        value={typed}
        onChange={event => {
          setTyped(event.target.value)
          asking.forget()
        }}
        problem={asking.words}
        autoFocus
        autoCapitalize="off"
        autoComplete="username"
        autoCorrect="off"
        spellCheck={false}
        className="!py-3 text-2xl font-semibold tracking-wide"
      />
      <div className="grid gap-3 sm:grid-cols-[1fr_auto]">
        <Button type="submit" variant="primary" className="min-h-12 text-lg" disabled={asking.busy}>
          {say('welcome_go')}
        </Button>
        <Button className="min-h-12" onClick={() => setScanning(true)}>
          <QrCode size={18} aria-hidden="true" />
          {say('welcome_scan')}
        </Button>
      </div>
      <ul className="mt-2 space-y-1 border-t border-rule pt-4 text-[0.9375rem] text-soft">
        <li>{say('welcome_hint_code')}</li>
        <li>{say('welcome_hint_key')}</li>
        <li>{say('welcome_hint_name')}</li>
      </ul>
      {scanning && (
        <Suspense fallback={null}>
          <Scanner onFound={scanned} onClose={() => setScanning(false)} />
        </Suspense>
      )}
    </form>
  )
}
