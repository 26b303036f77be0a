import type { FoundCode, Me, OpenDoor } from '@oppen/contract'
import { useQuery } from '@tanstack/react-query'
import { type ReactNode, useState } from 'react'
import { Link, useParams } from 'react-router'
import { outsideTime } from '../../app/outside.js'
import { useTakeIn } from '../../app/session.js'
import { Button, buttonClasses } from '../../parts/Button.js'
import { Problem, Waiting } from '../../parts/Feedback.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { timeOfDay } from '../../words/times.js'
import { codeQuery } from '../welcome/codeQuery.js'
import { Doorstep } from '../welcome/Doorstep.js'
import { AskFamily } from './AskFamily.js'
import { AskTablet } from './AskTablet.js'
import { Claim } from './Claim.js'
import { ComeAgain } from './ComeAgain.js'
import { type Chosen, FreeNames } from './FreeNames.js'
import { JoinCircle } from './JoinCircle.js'
import { Newcomer } from './Newcomer.js'

type Way = 'names' | 'been' | 'other' | 'family' | 'tablet'

/** Behind a code: an open door, where one finds the own name, or a circle. */
export function Screen() {
  const { code = '' } = useParams()
  const found = useQuery(codeQuery(code))
  if (found.error && !found.data) return <Closed error={found.error} />
  if (!found.data) return <Waiting />
  return <Behind found={found.data} />
}

function Behind({ found }: { readonly found: FoundCode }) {
  const takeIn = useTakeIn()
  const [inside, setInside] = useState<Me>()
  const comeIn = (me: Me) => {
    takeIn(me)
    setInside(me)
  }
  if (inside) return <YouAreIn me={inside} />
  if (found.kind === 'circle') return <JoinCircle circle={found} />
  return <AtTheDoor door={found} onIn={comeIn} />
}

function AtTheDoor({ door, onIn }: { readonly door: OpenDoor; readonly onIn: (me: Me) => void }) {
  const open = door.admits === 'anyone'
  const [way, setWay] = useState<Way>(open ? 'other' : 'names')
  const [chosen, setChosen] = useState<Chosen>()
  const lead = doorLead(door)
  const back = () => setWay('names')
  const step = (title: string, children: ReactNode) => (
    <Doorstep title={title} lead={lead}>
      {children}
    </Doorstep>
  )
  if (chosen) {
    const claim = <Claim door={door} chosen={chosen} onIn={onIn} onOther={() => setChosen(undefined)} />
    return step(say('door_you', { name: chosen.shortName }), claim)
  }
  if (way === 'been') return step(say('door_been'), <ComeAgain code={door.code} onBack={back} />)
  if (way === 'other') return step(say('door_unlisted'), <Newcomer door={door} onIn={onIn} onBack={back} />)
  if (way === 'family') return step(say('door_family'), <AskFamily door={door} onBack={back} />)
  if (way === 'tablet') return step(say('door_tablet'), <AskTablet door={door} onBack={back} />)
  return step(
    say('door_find'),
    <>
      <FreeNames places={door.freePlaces} onChoose={setChosen} />
      <div className="mt-6 flex flex-wrap gap-2 border-t border-rule pt-4">
        <Button onClick={() => setWay('been')}>{say('door_been')}</Button>
        {door.admits !== 'register' && (
          <Button onClick={() => setWay('other')}>{say('door_unlisted')}</Button>
        )}
        {door.families && <Button onClick={() => setWay('family')}>{say('door_family')}</Button>}
        {door.shared && <Button onClick={() => setWay('tablet')}>{say('door_tablet')}</Button>}
      </div>
      <p className="mt-4 text-[0.9375rem] text-soft">{say('door_missing')}</p>
    </>,
  )
}

function doorLead({ className, teacherName, closesAt, zone }: OpenDoor): string {
  return closesAt === null
    ? say('door_lead_open', { className, teacherName })
    : say('door_lead', { className, teacherName, at: timeOfDay(closesAt, zone) })
}

function Closed({ error }: { readonly error: unknown }) {
  return (
    <Doorstep title={say('problem_title')}>
      <Problem words={problemWords(error, outsideTime())} />
      <Link to="/?join" className={`${buttonClasses('primary')} mt-4`}>
        {say('problem_again')}
      </Link>
    </Doorstep>
  )
}

function YouAreIn({ me }: { readonly me: Me }) {
  return (
    <Doorstep title={say('in_title', { name: me.account.shownName })}>
      {me.account.guest ? (
        <p className="mb-4">{say('guest_lead')}</p>
      ) : (
        <>
          <p>{say(me.account.secretKind === 'password' ? 'in_user_name' : 'in_user_name_here')}</p>
          <p className="my-4 font-head text-3xl font-semibold text-blue">{me.account.userName}</p>
        </>
      )}
      <Link to="/today" className={`${buttonClasses('primary')} min-h-12 text-lg`}>
        {say('in_go')}
      </Link>
    </Doorstep>
  )
}
