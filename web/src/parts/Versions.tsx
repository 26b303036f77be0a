import type { KeptFor } from '@oppen/core/draft'
import { type QueryKey, type UseQueryOptions, useQuery, useQueryClient } from '@tanstack/react-query'
import { type ReactNode, useState } from 'react'
import { useCommand } from '../app/command.js'
import { useNow } from '../app/session.js'
import { problemWords } from '../words/problem.js'
import { say } from '../words/say.js'
import { when } from '../words/times.js'
import { Button } from './Button.js'
import { Disclosure } from './Disclosure.js'
import { Problem, Waiting } from './Feedback.js'
import { showToast } from './toast.js'
import { Window } from './Window.js'

/** An earlier version: when it was saved, and what it was kept for. */
type Kept = {
  readonly version: number
  readonly savedAt: number
  readonly why: KeptFor
  readonly keptBy: string | null
}

type Props<V extends Kept> = {
  readonly title: string
  /** How many are kept, where that is known. */
  readonly count?: number
  readonly list: UseQueryOptions<V[], Error, V[], string[]>
  /** How much stood on it. */
  readonly amount: (version: V) => string
  readonly show: (version: V) => ReactNode
  readonly bring: (number: string) => Promise<unknown>
  /** What is another once one was brought back. */
  readonly again: readonly QueryKey[]
  /** Whether one can be brought back now. */
  readonly may: boolean
}

/** Earlier versions of something, to look through and bring back. */
export function Versions<V extends Kept>(props: Props<V>) {
  const { title, count = 0 } = props
  return (
    <Disclosure
      title={
        <>
          <h2 className="inline text-lg">{title}</h2>{' '}
          <span className="text-sm text-soft tabular-nums">{count > 0 && count}</span>
        </>
      }
    >
      <List key={count} {...props} />
    </Disclosure>
  )
}

function List<V extends Kept>({ list, amount, show, bring, again, may }: Props<V>) {
  const time = useNow()
  const [looking, setLooking] = useState<V | null>(null)
  const { data, error, refetch } = useQuery(list)
  if (error) return <Problem words={problemWords(error, time)} again={() => void refetch()} />
  if (!data) return <Waiting />
  if (!data.length) return <p className="pt-1 text-[0.9375rem] text-soft">{say('versions_none')}</p>
  return (
    <ol className="max-h-72 overflow-y-auto pt-1 text-[0.9375rem]">
      {data.map(one => (
        <li key={one.version} className="border-b border-rule last:border-0">
          <button
            type="button"
            onClick={() => setLooking(one)}
            className="flex w-full gap-3 rounded py-1.5 text-start hover:bg-pale"
          >
            <span className="w-24 shrink-0 text-sm text-soft tabular-nums">{when(one.savedAt, time)}</span>
            <span>
              {amount(one)}
              <span className="text-soft"> · {whyWords(one)}</span>
            </span>
          </button>
        </li>
      ))}
      {looking && (
        <One
          version={looking}
          bring={bring}
          again={[...again, list.queryKey]}
          may={may}
          onClose={() => setLooking(null)}
        >
          {show(looking)}
        </One>
      )}
    </ol>
  )
}

const whyWords = ({ why, keptBy }: Kept): string =>
  why === 'back' && keptBy ? say('versions_back_by', { name: keptBy }) : say(`versions_${why}`)

type OneProps = Pick<Props<Kept>, 'bring' | 'again' | 'may'> & {
  readonly version: Kept
  readonly onClose: () => void
  readonly children: ReactNode
}

function One({ version, bring, again, may, onClose, children }: OneProps) {
  const time = useNow()
  const client = useQueryClient()
  const back = useCommand({
    do: () => bring(String(version.version)),
    again,
    done: () => {
      onClose()
      showToast(say('versions_brought'))
      void client.invalidateQueries({ queryKey: ['marking'] })
    },
  })
  return (
    <Window
      open
      onClose={onClose}
      title={say('versions_of', { at: when(version.savedAt, time) })}
      size="wide"
    >
      {children}
      {back.words && <Problem words={back.words} />}
      {may && (
        <div className="mt-5 flex flex-wrap items-center gap-3 border-t border-rule pt-4">
          <Button variant="primary" onClick={() => back.go()} disabled={back.busy}>
            {say('versions_bring')}
          </Button>
          <span className="text-[0.9375rem] text-soft">{say('versions_lead')}</span>
        </div>
      )}
    </Window>
  )
}
