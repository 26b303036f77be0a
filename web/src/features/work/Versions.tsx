import '../../words/en/doing.js'
import type { CopyVersion } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { when } from '@oppen/core/timing'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { call } from '../../app/api.js'
import { useDeed } from '../../app/deed.js'
import { type PieceParams, reads } from '../../app/queries.js'
import { useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem, Waiting } from '../../parts/Feedback.js'
import { tell } from '../../parts/tell.js'
import { Window } from '../../parts/Window.js'
import { Written } from '../../parts/Written.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'

type Props = {
  readonly params: PieceParams
  /** How many are kept, so that the list is read again when there are more. */
  readonly count: number
  /** Whether one can be brought back now. */
  readonly may: boolean
}

/** Earlier texts of an own copy, to look through and bring back. */
export function Versions({ params, count, may }: Props) {
  const [open, setOpen] = useState(false)
  return (
    <details open={open} onToggle={event => setOpen(event.currentTarget.open)}>
      <summary className="cursor-pointer">
        <h2 className="inline text-lg">{say('versions_title')}</h2>{' '}
        <span className="text-sm text-soft tabular-nums">{count > 0 && count}</span>
      </summary>
      {open && <List key={count} params={params} may={may} />}
    </details>
  )
}

function List({ params, may }: Omit<Props, 'count'>) {
  const time = useNow()
  const [looking, setLooking] = useState<CopyVersion | null>(null)
  const { data, error, refetch } = useQuery(reads.versions(params))
  if (error) return <Problem words={problemWords(error, time)} again={() => void refetch()} />
  if (!data) return <Waiting />
  if (!data.length) return <p className="pt-1 text-[15px] text-soft">{say('versions_none')}</p>
  return (
    <ol className="max-h-72 overflow-y-auto pt-1 text-[15px]">
      {data.map(one => (
        <li key={one.version} className="border-b border-rule last:border-0">
          <button
            type="button"
            onClick={() => setLooking(one)}
            className="flex w-full gap-3 rounded py-1.5 text-left hover:bg-pale"
          >
            <span className="w-24 shrink-0 text-sm text-soft tabular-nums">{when(one.savedAt, time)}</span>
            <span>
              {say('page_words', { count: one.words })}
              <span className="text-soft"> · {whyWords(one)}</span>
            </span>
          </button>
        </li>
      ))}
      <OneVersion params={params} version={looking} may={may} onClose={() => setLooking(null)} />
    </ol>
  )
}

const whyWords = ({ why, keptBy }: CopyVersion): string =>
  why === 'back' && keptBy ? say('versions_back_by', { name: keptBy }) : say(`versions_${why}`)

type OneProps = {
  readonly params: PieceParams
  readonly version: CopyVersion | null
  readonly may: boolean
  readonly onClose: () => void
}

function OneVersion({ params, version, may, onClose }: OneProps) {
  const time = useNow()
  const client = useQueryClient()
  const number = String(version?.version ?? '')
  const { data, error } = useQuery({ ...reads.version(params, number), enabled: version !== null })
  const bring = useDeed({
    do: () => call(routes.bringBack, { ...params, number }),
    again: [reads.piece(params).queryKey, reads.versions(params).queryKey],
    done: () => {
      onClose()
      tell(say('versions_brought'))
      void client.invalidateQueries({ queryKey: ['marking', params.classId, params.workId] })
    },
  })
  return (
    <Window
      open={version !== null}
      onClose={onClose}
      title={version ? say('versions_of', { at: when(version.savedAt, time) }) : ''}
      wide
    >
      {error && <Problem words={problemWords(error, time)} />}
      {data ? <Written html={data.html} className="text-[17px]" /> : !error && <Waiting />}
      {bring.words && <Problem words={bring.words} />}
      {may && data && (
        <div className="mt-5 flex flex-wrap items-center gap-3 border-t border-rule pt-4">
          <Button look="first" onClick={() => bring.go()} disabled={bring.busy}>
            {say('versions_bring')}
          </Button>
          <span className="text-[15px] text-soft">{say('versions_lead')}</span>
        </div>
      )}
    </Window>
  )
}
