import { useQuery } from '@tanstack/react-query'
import type { ReactNode } from 'react'
import { reads } from '../../app/queries.js'
import { useSignOut } from '../../app/session.js'
import { say } from '../../words/say.js'

type Props = {
  readonly title: string
  readonly lead?: string
  readonly children: ReactNode
  readonly wide?: boolean
}

/** The page before anybody is in: the first sheet of the exercise book, with its cover beside it. */
export function Doorstep({ title, lead, children, wide = false }: Props) {
  return (
    <div
      className={`grid min-h-dvh bg-linen max-md:grid-rows-[auto_1fr] ${wide ? 'md:grid-cols-[11rem_minmax(0,1fr)]' : 'md:grid-cols-[minmax(0,2fr)_minmax(0,3fr)]'}`}
    >
      <title>{`${title} · Oppen`}</title>
      <header
        className={`flex justify-center bg-board max-md:p-4 ${wide ? 'items-start md:p-4 md:pt-10' : 'items-center md:p-8'}`}
      >
        <div
          className={`w-full max-w-72 rounded-[var(--radius-card)] bg-chalk shadow-[inset_0_0_0_4px_var(--color-chalk),inset_0_0_0_5px_#c9bfa8] max-md:max-w-48 max-md:px-4 max-md:py-2 ${wide ? 'md:px-4 md:py-4' : 'md:px-7 md:py-6'}`}
        >
          <p
            className={`font-head font-bold text-[#1f3657] max-md:text-center max-md:text-2xl ${wide ? 'md:text-3xl' : 'md:text-5xl'}`}
          >
            {say('app')}
          </p>
          <div aria-hidden="true" className="mt-5 space-y-5 max-md:hidden">
            <div className="h-px bg-[#c9bfa8]" />
            <div className="h-px bg-[#c9bfa8]" />
            <div className="h-px w-3/5 bg-[#c9bfa8]" />
          </div>
        </div>
      </header>
      <main className="relative flex flex-col justify-center bg-sheet py-10 pe-6 ps-[calc(var(--margin-x)+1.25rem)] max-md:justify-start max-md:pe-4 max-md:ps-8">
        <div
          aria-hidden="true"
          className="absolute inset-y-0 start-[var(--margin-x)] w-px bg-margin-line max-md:start-4"
        />
        <div className={`w-full ${wide ? 'max-w-5xl' : 'max-w-lg'}`}>
          <h1 className="mb-3 text-3xl">{title}</h1>
          {lead && <p className="mb-5 text-soft">{lead}</p>}
          {children}
          <WhoIsHere />
        </div>
      </main>
    </div>
  )
}

/** Who is signed in on this device, on the pages before one is in too; one press and nobody is. */
function WhoIsHere() {
  const { data } = useQuery(reads.me())
  const signOut = useSignOut()
  if (!data) return null
  return (
    <p className="mt-8 border-t border-rule pt-3 text-[0.9375rem] text-soft">
      {say('door_here', { name: data.account.shownName })}{' '}
      <button
        type="button"
        className="min-h-6 font-semibold text-blue underline underline-offset-2"
        onClick={() => void signOut()}
      >
        {say(data.tablet ? 'not_you_short' : 'sign_out')}
      </button>
    </p>
  )
}
