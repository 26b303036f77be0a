import { useEffect } from 'react'
import { Link, useNavigate, useRouteError } from 'react-router'
import { buttonClasses } from '../parts/Button.js'
import { say } from '../words/say.js'
import { Refusal } from './api.js'
import { ErrorWords } from './ErrorWords.js'

/** What a screen becomes when it cannot be shown: why, and the way on. */
export function Fault() {
  const error = useRouteError()
  const navigate = useNavigate()
  const signedOut = error instanceof Refusal && error.code === 'sign_in_needed'
  useEffect(() => {
    if (signedOut) navigate('/', { replace: true })
  }, [signedOut, navigate])
  if (signedOut) return null
  const missing = error === undefined || (error instanceof Refusal && error.code === 'not_found')
  return (
    <div className="mx-auto max-w-xl p-8">
      <h1 className="mb-3 text-2xl">{say(missing ? 'problem_missing_title' : 'problem_title')}</h1>
      <p role="alert" className="mb-6">
        {error === undefined ? say('problem_not_found') : <ErrorWords error={error} />}
      </p>
      <Link to="/today" className={buttonClasses('primary')}>
        {say('in_go')}
      </Link>
    </div>
  )
}

/** The same as a whole page, where no shell stands around it. */
export function FaultPage() {
  return (
    <main>
      <Fault />
    </main>
  )
}
