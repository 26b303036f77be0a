import { Component, type ReactNode, useEffect } from 'react'
import { Link, type Location, useLocation, useNavigate } from 'react-router'
import { buttonClasses } from '../parts/Button.js'
import { say } from '../words/say.js'
import { Refusal } from './api.js'
import { ErrorWords } from './ErrorWords.js'

/** What a screen becomes when it cannot be shown: why, and the way on. */
export function Fault({ error }: { readonly error?: unknown }) {
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

type BoundaryProps = { readonly page?: boolean; readonly children: ReactNode }

/** What stands in it becomes a `Fault` when it cannot be shown, as a page of its own where no shell stands around. */
export function FaultBoundary({ page = false, children }: BoundaryProps) {
  return (
    <Boundary at={useLocation()} page={page}>
      {children}
    </Boundary>
  )
}

type State = { readonly at: Location; readonly failed: boolean; readonly error?: unknown }

class Boundary extends Component<Required<BoundaryProps> & { readonly at: Location }, State> {
  override state: State = { at: this.props.at, failed: false }

  static getDerivedStateFromError(error: unknown) {
    return { failed: true, error }
  }

  /** Whoever goes on to another address finds it as it is. */
  static getDerivedStateFromProps({ at }: { readonly at: Location }, state: State): State | null {
    return at === state.at ? null : { at, failed: false }
  }

  override render() {
    if (!this.state.failed) return this.props.children
    const fault = <Fault error={this.state.error} />
    return this.props.page ? <main>{fault}</main> : fault
  }
}
