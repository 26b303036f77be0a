import type { PiecePage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { timeOfDay, when } from '@oppen/core/timing'
import { copyTitle, mayHandIn, mayTakeBack } from '@oppen/core/work'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { call } from '../../app/api.js'
import { type PieceParams, reads } from '../../app/queries.js'
import { useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { tell } from '../../parts/tell.js'
import { Window } from '../../parts/Window.js'
import { Written } from '../../parts/Written.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import type { CopyKeeper } from './copyKeeper.js'
import { FileList } from './Files.js'

type Props = { readonly params: PieceParams; readonly page: PiecePage; readonly keeper: CopyKeeper }

/** The bar at the foot: is it saved, did it arrive, what comes next. */
export function WorkBar({ params, page, keeper }: Props) {
  const time = useNow()
  const client = useQueryClient()
  const [looking, setLooking] = useState(false)
  const again = () => client.invalidateQueries({ queryKey: reads.piece(params).queryKey })
  const handIn = useMutation({
    mutationFn: async () => {
      await keeper.flush()
      return call(routes.handIn, params, { version: keeper.version })
    },
    onSuccess: async () => {
      setLooking(false)
      await again()
    },
  })
  const takeBack = useMutation({
    mutationFn: () => call(routes.takeBack, params),
    onSuccess: async () => {
      await again()
      tell(say('work_taken'))
    },
  })
  const { standing, work } = page
  const begun = mayHandIn(
    { ...standing, phase: standing.phase === 'untouched' ? 'started' : standing.phase },
    work,
    time.now,
  ).ok
  const problem = handIn.error ?? takeBack.error
  // what is finished asks nothing more and has nothing to save
  if (['handedBack', 'excused', 'received'].includes(standing.phase)) return null
  return (
    <footer className="sticky bottom-0 z-10 border-t border-rule bg-linen px-4 py-2.5">
      {problem && !looking && <Problem words={problemWords(problem, time)} />}
      <div className="flex flex-wrap items-center justify-end gap-x-5 gap-y-2">
        <p role="status" className="min-w-0 flex-1 basis-52 text-[15px]">
          <BarWords page={page} keeper={keeper} />
        </p>
        {begun && (
          <Button look="first" onClick={() => setLooking(true)} disabled={keeper.status.is === 'conflict'}>
            {say(standing.handIns ? 'work_handIn_again' : 'work_handIn')}
          </Button>
        )}
        {mayTakeBack(standing, work, time.now).ok && (
          <Button onClick={() => takeBack.mutate()} disabled={takeBack.isPending}>
            {say('work_takeBack')}
          </Button>
        )}
      </div>
      <Window open={looking} onClose={() => setLooking(false)} title={say('work_review_title')} wide>
        <h3 className="mb-3 text-lg">{copyTitle(work.title, page.pupil.name)}</h3>
        {keeper.html ? (
          <Written html={keeper.html} className="text-[17px]" />
        ) : (
          <p className="text-soft">{say('work_review_no_text')}</p>
        )}
        <FileList files={page.files} page={page} />
        {problem && (
          <div className="mt-4">
            <Problem words={problemWords(problem, time)} />
          </div>
        )}
        <div className="mt-5 flex flex-wrap gap-3 border-t border-rule pt-4">
          <Button look="first" onClick={() => handIn.mutate()} disabled={handIn.isPending}>
            {say('work_review_go')}
          </Button>
          <Button onClick={() => setLooking(false)}>{say('work_review_more')}</Button>
        </div>
      </Window>
    </footer>
  )
}

function BarWords({ page, keeper }: Pick<Props, 'page' | 'keeper'>) {
  const time = useNow()
  const { standing } = page
  if (standing.phase === 'withTeacher' && standing.handedInAt !== null) {
    return <strong className="text-leaf">{say('work_done', { at: when(standing.handedInAt, time) })}</strong>
  }
  if (standing.phase !== 'untouched' && standing.phase !== 'started' && standing.phase !== 'tryAgain')
    return null
  const { status } = keeper
  switch (status.is) {
    case 'empty':
      return say('bar_empty')
    case 'here':
      return say('bar_here')
    case 'saving':
      return say('bar_saving')
    case 'saved':
      return <span className="text-leaf">{say('bar_saved', { at: timeOfDay(status.at, time.zone) })}</span>
    case 'conflict':
      return <strong className="text-rust">{say('bar_conflict')}</strong>
    case 'refused':
      return (
        <strong className="text-rust">
          {say('bar_refused', { problem: problemWords(status.error, time) })}
        </strong>
      )
    case 'unsaved':
      return <strong className="text-rust">{unsavedWords(status, time.zone)}</strong>
  }
}

function unsavedWords({ lastAt, why }: { lastAt: number | null; why: string }, zone: string): string {
  if (why === 'signedOut') return say('bar_signed_out')
  return lastAt === null ? say('bar_unsaved_never') : say('bar_unsaved', { at: timeOfDay(lastAt, zone) })
}
