import type { Me, OpenDoor } from '@oppen/contract'
import { routes } from '@oppen/contract'
import type { PlaceId } from '@oppen/core/ids'
import { PUPIL_SECRET_LENGTH } from '@oppen/core/joining'
import { timeOfDay } from '@oppen/core/timing'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { type FormEvent, useState } from 'react'
import { Link, useParams } from 'react-router'
import { call, Refusal } from '../../app/api.js'
import { reads } from '../../app/queries.js'
import { useComeIn } from '../../app/session.js'
import { Button, buttonLook } from '../../parts/Button.js'
import { Problem, Waiting } from '../../parts/Feedback.js'
import { Field } from '../../parts/Field.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { Doorstep } from '../welcome/Doorstep.js'
import { knockQuery } from '../welcome/knock.js'

type Chosen = { readonly id: PlaceId; readonly shortName: string }

/** Behind an open class code: find your name, set your own secret, and you are in. */
export function Screen() {
  const { code = '' } = useParams()
  const door = useQuery(knockQuery(code))
  const [chosen, setChosen] = useState<Chosen>()
  const [been, setBeen] = useState(false)
  const [inside, setInside] = useState<Me>()
  if (inside) return <YouAreIn me={inside} />
  if (door.error && !door.data) return <Closed error={door.error} />
  if (!door.data) return <Waiting />
  const lead = doorLead(door.data)
  if (been) {
    return (
      <Doorstep title={say('door_been')} lead={lead}>
        <ComeAgain code={code} onBack={() => setBeen(false)} />
      </Doorstep>
    )
  }
  if (chosen) {
    return (
      <Doorstep title={say('door_you', { name: chosen.shortName })} lead={lead}>
        <Claim code={code} chosen={chosen} onIn={setInside} onOther={() => setChosen(undefined)} />
      </Doorstep>
    )
  }
  return (
    <Doorstep title={say('door_find')} lead={lead}>
      <Names door={door.data} onChoose={setChosen} />
      <div className="mt-6 flex flex-wrap gap-2 border-t border-rule pt-4">
        <Button onClick={() => setBeen(true)}>{say('door_been')}</Button>
        <Link to="/family" className={buttonLook()}>
          {say('door_family')}
        </Link>
      </div>
      <p className="mt-4 text-[15px] text-soft">{say('door_missing')}</p>
    </Doorstep>
  )
}

function doorLead({ className, teacherName, closesAt, zone }: OpenDoor): string {
  return closesAt === null
    ? say('door_lead_open', { className, teacherName })
    : say('door_lead', { className, teacherName, at: timeOfDay(closesAt, zone) })
}

function Closed({ error }: { readonly error: unknown }) {
  const zone = Intl.DateTimeFormat().resolvedOptions().timeZone
  return (
    <Doorstep title={say('problem_title')}>
      <Problem words={problemWords(error, { now: Date.now(), zone })} />
      <Link to="/?join" className={`${buttonLook('first')} mt-4`}>
        {say('problem_again')}
      </Link>
    </Doorstep>
  )
}

function Names({ door, onChoose }: { readonly door: OpenDoor; readonly onChoose: (chosen: Chosen) => void }) {
  const [letters, setLetters] = useState('')
  const begins = (name: string) => name.toLowerCase().startsWith(letters.trim().toLowerCase())
  const found = door.freePlaces.filter(place => begins(place.shortName))
  if (!door.freePlaces.length) return <p className="font-semibold">{say('door_all_taken')}</p>
  return (
    <>
      {door.freePlaces.length > 8 && (
        <Field
          label={say('door_filter')}
          value={letters}
          onChange={event => setLetters(event.target.value)}
          autoFocus
        />
      )}
      <ul className="mt-4 grid grid-cols-2 gap-2 sm:grid-cols-3">
        {found.map(place => (
          <li key={place.id}>
            <button
              type="button"
              onClick={() => onChoose(place)}
              className="min-h-13 w-full rounded-[var(--radius-card)] border border-edge bg-sheet px-3 text-left text-lg font-semibold hover:border-blue hover:bg-pale"
            >
              {place.shortName}
            </button>
          </li>
        ))}
      </ul>
      {!found.length && <p className="text-soft">{say('door_none')}</p>}
    </>
  )
}

type ClaimProps = {
  readonly code: string
  readonly chosen: Chosen
  readonly onIn: (me: Me) => void
  readonly onOther: () => void
}

function Claim({ code, chosen, onIn, onOther }: ClaimProps) {
  const client = useQueryClient()
  const me = useQuery(reads.me())
  const asSelf = me.data?.account.kind === 'pupil' ? me.data.account : undefined
  const [problem, setProblem] = useState<unknown>()
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const secret = asSelf ? null : String(new FormData(event.currentTarget).get('secret'))
    try {
      const now = await call(routes.claim, {}, { code, placeId: chosen.id, secret })
      client.clear()
      client.setQueryData(reads.me().queryKey, now)
      onIn(now)
    } catch (error) {
      setProblem(error)
      if (error instanceof Refusal && error.code === 'place_taken')
        void client.invalidateQueries({ queryKey: ['knock'] })
    }
  }
  const words = problem ? problemWords(problem, { now: Date.now(), zone: 'UTC' }) : undefined
  const aboutSecret = problem instanceof Refusal && problem.path === 'secret'
  return (
    <form onSubmit={event => void submit(event)} className="flex flex-col gap-4" noValidate>
      {words && !aboutSecret && <Problem words={words} />}
      {!asSelf && (
        <Field
          label={say('door_new_secret')}
          hint={say('door_choose', { least: PUPIL_SECRET_LENGTH })}
          name="secret"
          type="password"
          autoComplete="new-password"
          autoFocus
          problem={aboutSecret ? words : undefined}
          className="!py-3 text-xl"
        />
      )}
      <Button type="submit" look="first" className="min-h-12 text-lg">
        {asSelf ? say('door_join_as', { name: asSelf.shownName }) : say('door_in')}
      </Button>
      <Button look="quiet" onClick={onOther}>
        {say('door_not_you')}
      </Button>
    </form>
  )
}

function ComeAgain({ code, onBack }: { readonly code: string; readonly onBack: () => void }) {
  const comeIn = useComeIn()
  const [problem, setProblem] = useState<string>()
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = new FormData(event.currentTarget)
    const body = { code, userName: String(form.get('userName')), secret: String(form.get('secret')) }
    try {
      comeIn(await call(routes.enterAsSelf, {}, body))
    } catch (error) {
      setProblem(problemWords(error, { now: Date.now(), zone: 'UTC' }))
    }
  }
  return (
    <form onSubmit={event => void submit(event)} className="flex flex-col gap-4" noValidate>
      <Field
        label={say('door_user_name')}
        name="userName"
        autoComplete="username"
        autoCapitalize="off"
        spellCheck={false}
        autoFocus
      />
      <Field
        label={say('secret_field')}
        name="secret"
        type="password"
        autoComplete="current-password"
        problem={problem}
      />
      <Button type="submit" look="first" className="min-h-12 text-lg">
        {say('secret_go')}
      </Button>
      <Button look="quiet" onClick={onBack}>
        {say('back')}
      </Button>
    </form>
  )
}

function YouAreIn({ me }: { readonly me: Me }) {
  return (
    <Doorstep title={say('in_title', { name: me.account.shownName })}>
      <p>{say('in_user_name')}</p>
      <p className="my-4 font-head text-3xl font-semibold text-blue">{me.account.userName}</p>
      <Link to="/today" className={`${buttonLook('first')} min-h-12 text-lg`}>
        {say('in_go')}
      </Link>
    </Doorstep>
  )
}
