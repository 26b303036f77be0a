import { type Correspondent, type CorrespondentsPage, routes, type TalkFile } from '@oppen/contract'
import type { AccountId, PlaceId, WorkId } from '@oppen/core/ids'
import { useSuspenseQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useNavigate, useSearchParams } from 'react-router'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { randomName } from '../../app/randomName.js'
import { useMe } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Empty, FieldProblem, Problem } from '../../parts/Feedback.js'
import { Field } from '../../parts/Field.js'
import { LazyEditor } from '../../parts/LazyEditor.js'
import { Head, Row, Sheet } from '../../parts/Sheet.js'
import { Tick } from '../../parts/Tick.js'
import { listWords } from '../../words/numbers.js'
import { say } from '../../words/say.js'
import { useKeptForm } from '../about/useKeptForm.js'
import { AddFiles } from './AddFiles.js'
import { Away } from './Away.js'
import { spaceIn, useSpace, useSpaceId } from './space.js'

export const prepare = ({ client, params }: Prepared) =>
  client.prefetchQuery(reads.correspondents(spaceIn(params)))

type Kept = {
  readonly title: string
  readonly to: readonly AccountId[]
  readonly html: string
  readonly once: string
  readonly files?: TalkFile[]
}

/** Whom an address asks to write to: a teacher, the pupil of a place, or the pupil's family. */
function askedFor(to: string | null, people: readonly Correspondent[]): AccountId[] {
  const [who, placeId] = (to ?? '').split(':')
  const found =
    who === 'teacher'
      ? people.filter(one => one.side === 'teacher').slice(0, 1)
      : people.filter(one => one.side === who && one.placeIds.includes(placeId as PlaceId))
  return found.map(one => one.accountId)
}

/** Begins a letter. An address may say to whom, and what it is about. */
export function Screen() {
  const spaceId = useSpaceId()
  const { data } = useSuspenseQuery(reads.correspondents(spaceId))
  const [search] = useSearchParams()
  const { home } = useSpace(spaceId)
  return (
    <Sheet title={`${say('letter_new')}, ${data.spaceName}`}>
      <Head
        title={say('letter_new')}
        sub={data.spaceName}
        aside={
          <Link to={home} className="text-[0.9375rem] font-semibold text-blue underline underline-offset-2">
            {say('room_back')}
          </Link>
        }
      />
      <Row>
        {data.people.length ? (
          <Writing key={search.toString()} page={data} />
        ) : (
          <Empty>{say('letter_nobody')}</Empty>
        )}
      </Row>
    </Sheet>
  )
}

function Writing({ page: { people, attach } }: { readonly page: CorrespondentsPage }) {
  const spaceId = useSpaceId()
  const { account } = useMe()
  const here = useSpace(spaceId)
  const navigate = useNavigate()
  const [search] = useSearchParams()
  const about = search.get('title') ?? ''
  const kept = useKeptForm<Kept>(`letter ${account.id} ${spaceId} ${search}`, () => ({
    title: about,
    to: askedFor(search.get('to'), people),
    html: '',
    once: randomName(20),
  }))
  const { form } = kept
  const { files = [] } = form
  // another letter is sent under another name; the same, sent again because no answer came, is the same one
  const put = (part: Partial<Kept>) => kept.put({ ...part, once: randomName(20) })
  const send = useCommand({
    do: () =>
      call(
        routes.writeLetter,
        { spaceId },
        {
          ...form,
          to: [...form.to],
          files: files.map(file => file.id),
          workId: (search.get('work') as WorkId | null) ?? null,
          placeId: (search.get('place') as PlaceId | null) ?? null,
        },
      ),
    again: [reads.talk(spaceId).queryKey],
    done: ({ letterId }) => {
      kept.forget()
      navigate(`${here.path}/letters/${letterId}`, { replace: true })
    },
  })
  const chosen = people.filter(one => form.to.includes(one.accountId))
  const overseen = account.kind === 'pupil' || chosen.some(one => one.isPupil)
  const known = ['title', 'to', 'html']
  return (
    <form
      className="flex max-w-3xl flex-col gap-5"
      onSubmit={event => {
        event.preventDefault()
        send.go()
      }}
    >
      <People people={people} chosen={form.to} onChange={to => put({ to })} problem={send.at('to')} />
      <Field
        label={say('letter_title')}
        value={form.title}
        maxLength={160}
        onChange={event => put({ title: event.target.value })}
        problem={send.at('title')}
      />
      <div>
        <LazyEditor
          small
          html={form.html}
          onChange={html => put({ html })}
          onSend={() => send.go()}
          label={say('letter_text')}
        />
        <FieldProblem words={send.at('html')} />
      </div>
      <AddFiles spaceId={spaceId} attach={attach} files={files} onChange={next => put({ files: next })} />
      {chosen.length > 0 && (
        <div className="flex max-w-prose flex-col gap-1 text-sm text-soft">
          <Away away={chosen.flatMap(({ name, away }) => (away ? [{ name, ...away }] : []))} />
          <p>
            {here.say(overseen ? 'letter_overseen' : 'letter_only_these')}{' '}
            {chosen.length > 1 && say('letter_all_see')}
          </p>
        </div>
      )}
      {send.words && !known.includes(send.path ?? '') && <Problem words={send.words} />}
      <div className="flex gap-2">
        <Button type="submit" variant="primary" disabled={send.busy}>
          {chosen.length > 0 && chosen.length < 4
            ? say('letter_send_to', { names: listWords(chosen.map(one => one.name)) })
            : say('room_send')}
        </Button>
      </div>
    </form>
  )
}

const SIDES = ['teacher', 'pupil', 'family'] as const
/** With more people than this one looks for names, and sees all of them at a press. */
const MANY = 12

type PeopleProps = {
  readonly people: readonly Correspondent[]
  readonly chosen: readonly AccountId[]
  readonly onChange: (chosen: AccountId[]) => void
  readonly problem: string | undefined
}

/** Whom a letter is to, by their side in the class or circle. */
function People({ people, chosen, onChange, problem }: PeopleProps) {
  const here = useSpace(useSpaceId())
  const [filter, setFilter] = useState('')
  const [all, setAll] = useState(people.length <= MANY)
  const words = filter.trim().toLocaleLowerCase()
  const fits = (one: Correspondent) =>
    chosen.includes(one.accountId) ||
    (words ? [one.name, ...one.of].some(name => name.toLocaleLowerCase().includes(words)) : all)
  const toggle = (id: AccountId, on: boolean) =>
    onChange(on ? [...chosen, id] : chosen.filter(one => one !== id))
  return (
    <fieldset className="flex flex-col gap-3">
      <legend className="mb-1 text-[0.9375rem] font-semibold">{say('letter_to')}</legend>
      {people.length > MANY && (
        <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
          <div className="grow">
            <Field
              label={say('letter_find')}
              value={filter}
              onChange={event => setFilter(event.target.value)}
              onKeyDown={event => event.key === 'Enter' && event.preventDefault()}
            />
          </div>
          <Button variant="quiet" onClick={() => setAll(!all)}>
            {all ? say('letter_fewer') : say('letter_everybody', { count: people.length })}
          </Button>
        </div>
      )}
      {words && !people.some(fits) && <p className="text-soft">{say('letter_found_none')}</p>}
      {SIDES.map(side => {
        const shown = people.filter(one => one.side === side && fits(one))
        if (!shown.length) return null
        return (
          <fieldset key={side}>
            <legend className="mb-1 text-sm text-soft">{here.say(`letter_side_${side}`)}</legend>
            <div className="grid gap-x-5 gap-y-1.5 sm:grid-cols-2">
              {shown.map(one => (
                <Tick
                  key={one.accountId}
                  on={chosen.includes(one.accountId)}
                  onChange={on => toggle(one.accountId, on)}
                >
                  {one.of.length ? say('talk_seen_of', { name: one.name, of: listWords(one.of) }) : one.name}
                </Tick>
              ))}
            </div>
          </fieldset>
        )
      })}
      <FieldProblem words={problem} />
    </fieldset>
  )
}
