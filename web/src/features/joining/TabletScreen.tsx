import type { TabletPage } from '@oppen/contract'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, Navigate } from 'react-router'
import { Refusal } from '../../app/api.js'
import { outsideTime } from '../../app/outside.js'
import { reads } from '../../app/queries.js'
import { buttonClasses } from '../../parts/Button.js'
import { Problem, Waiting } from '../../parts/Feedback.js'
import { Field } from '../../parts/Field.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { Doorstep } from '../welcome/Doorstep.js'
import { Face, type TabletFace } from './Face.js'
import { TabletSignIn } from './TabletSignIn.js'

/** A shared tablet that is free: the faces and names of the class, and nothing of whoever was here before. */
export function Screen() {
  const me = useQuery(reads.me())
  const tablet = useQuery({ ...reads.tablet(), refetchOnMount: 'always', refetchInterval: 60_000 })
  if (me.data) return <Navigate to="/today" replace />
  if (tablet.error instanceof Refusal && tablet.error.code === 'not_found') return <Navigate to="/" replace />
  if (tablet.error && !tablet.data) {
    return <Problem words={problemWords(tablet.error, outsideTime())} again={() => void tablet.refetch()} />
  }
  if (!tablet.data || me.isPending) return <Waiting />
  return <Faces page={tablet.data} />
}

/** So many faces are found without typing. */
const FEW = 12

function Faces({ page }: { readonly page: TabletPage }) {
  const [chosen, setChosen] = useState<TabletFace>()
  const [letters, setLetters] = useState('')
  const wanted = letters.trim().toLowerCase()
  const found = page.faces.filter(face => face.shortName.toLowerCase().startsWith(wanted))
  if (chosen) return <TabletSignIn face={chosen} page={page} onOther={() => setChosen(undefined)} />
  return (
    <Doorstep title={say('tablet_title')} lead={say('tablet_lead', { className: page.className })} wide>
      {page.faces.length > FEW && (
        <div className="mb-4 max-w-sm">
          <Field
            label={say('tablet_search')}
            value={letters}
            onChange={event => setLetters(event.target.value)}
            autoComplete="off"
          />
        </div>
      )}
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(7rem,1fr))] gap-2.5">
        {found.map(face => (
          <li key={face.id}>
            <button
              type="button"
              onClick={() => setChosen(face)}
              className="flex w-full flex-col items-center gap-1.5 rounded-[var(--radius-card)] border border-rule bg-sheet px-2 py-3 text-[1.0625rem] font-semibold hover:border-blue hover:bg-pale"
            >
              <Face id={face.id} name={face.shortName} hasPicture={face.hasPicture} size={64} />
              <span className="w-full truncate text-center">{face.shortName}</span>
            </button>
          </li>
        ))}
      </ul>
      {!page.faces.length && <p>{say('tablet_empty')}</p>}
      {page.faces.length > 0 && !found.length && <p>{say('tablet_none')}</p>}
      <Link to="/?join" className={`${buttonClasses('quiet')} mt-5`}>
        {say('tablet_elsewhere')}
      </Link>
    </Doorstep>
  )
}
