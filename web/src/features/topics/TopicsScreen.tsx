import { routes } from '@oppen/contract'
import { UNTOUCHED, WORK_KINDS, type WorkKind } from '@oppen/core/work'
import { useMutation, useQueryClient, useSuspenseQuery } from '@tanstack/react-query'
import { type FormEvent, Suspense, useState } from 'react'
import { Link } from 'react-router'
import { call } from '../../app/api.js'
import { part } from '../../app/part.js'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { isTeacher, tieTo, useIds, useNow, useTie } from '../../app/session.js'
import { Button, buttonClasses } from '../../parts/Button.js'
import { Empty } from '../../parts/Feedback.js'
import { Field } from '../../parts/Field.js'
import { Head, Row, Section, Sheet } from '../../parts/Sheet.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { SubmissionLine } from '../work/SubmissionLine.js'
import {
  ALL,
  type Filter,
  OWN_STATES,
  passes,
  type StateFilter,
  TAUGHT_STATES,
  type TopicWork,
} from './filter.js'

// what only teachers see
const TaughtTopic = part(() => import('./TaughtTopic.js').then(one => ({ default: one.TaughtTopic })))
const SortTopics = part(() => import('./SortTopics.js').then(one => ({ default: one.SortTopics })))

export const prepare = ({ client, me, params: { classId } }: Prepared) =>
  Promise.all([
    client.prefetchQuery(reads.topics(classId)),
    isTeacher(tieTo(me, classId)) && TaughtTopic.preload(),
  ])

/** All posted work of a class, by topic. */
export function Screen() {
  const { classId } = useIds()
  const { data } = useSuspenseQuery(reads.topics(classId))
  const tie = useTie()
  const teacher = isTeacher(tie)
  const writes = teacher && !tie?.archived
  const { now } = useNow()
  const [adding, setAdding] = useState(false)
  const [sorting, setSorting] = useState(false)
  const [filter, setFilter] = useState<Filter>(ALL)
  const filtered = filter.kind !== 'all' || filter.state !== 'all' || !!filter.words.trim()
  const topics = data.topics
    .map(topic => ({ topic, works: topic.works.filter(work => passes(work, topic.name, filter, now)) }))
    .filter(one => !filtered || one.works.length)
  return (
    <Sheet title={`${say('topics_title')}, ${data.className}`}>
      <Head
        title={say('topics_title')}
        sub={data.className}
        aside={
          writes && (
            <>
              <Button onClick={() => setSorting(true)}>{say('topics_sort')}</Button>
              <Button onClick={() => setAdding(true)}>{say('topic_new')}</Button>
              <Link to={`/c/${classId}/post`} className={buttonClasses('primary')}>
                {say('post_work')}
              </Link>
            </>
          )
        }
      />
      {adding && <AddTopic onDone={() => setAdding(false)} />}
      {data.topics.length > 0 && (
        <Row margin={say('topics_find')} className="pb-1">
          <FilterLine filter={filter} onChange={setFilter} teacher={teacher} />
        </Row>
      )}
      {data.topics.length > 1 && (
        <Row margin={say('topics_jump')} className="pb-1">
          <nav aria-label={say('topics_jump')} className="flex flex-wrap gap-x-4 gap-y-1 text-[0.9375rem]">
            {topics.map(({ topic, works }) => (
              <a
                key={topic.id}
                href={`#topic-${topic.id ?? 'none'}`}
                className="text-blue underline underline-offset-2"
              >
                {topic.name ?? say('no_topic')} <span className="text-soft tabular-nums">{works.length}</span>
              </a>
            ))}
          </nav>
        </Row>
      )}
      {!data.topics.length && !adding && (
        <Row>
          <Empty>{say(teacher ? 'topics_none_teacher' : 'topics_none_pupil')}</Empty>
        </Row>
      )}
      {filtered && !topics.length && (
        <Row>
          <Empty>{say('topics_nothing')}</Empty>
        </Row>
      )}
      {topics.map(({ topic, works }) => (
        <div key={topic.id} id={`topic-${topic.id ?? 'none'}`} className="scroll-mt-4">
          <Section
            title={topic.name ?? say('no_topic')}
            aside={
              writes &&
              topic.id && (
                <Link
                  to={`/c/${classId}/post?topic=${topic.id}`}
                  className="text-[0.9375rem] text-blue underline underline-offset-2"
                >
                  {say('post_work')}
                </Link>
              )
            }
          >
            {!works.length ? (
              <Row>
                <p className="py-1 text-[0.9375rem] text-soft">{say('topic_empty')}</p>
              </Row>
            ) : teacher ? (
              <TaughtTopic topic={topic} works={works} groups={data.groups} sorts={writes && !filtered} />
            ) : (
              <ul>
                {works.map(work => (
                  <OwnLine key={work.id} work={work} />
                ))}
              </ul>
            )}
          </Section>
        </div>
      ))}
      {sorting && (
        <Suspense fallback={null}>
          <SortTopics topics={data.topics} onClose={() => setSorting(false)} />
        </Suspense>
      )}
    </Sheet>
  )
}

const BOX = 'rounded-[var(--radius-card)] border border-edge bg-sheet px-2.5 py-1.5 text-[0.9375rem] text-ink'

type FilterProps = {
  readonly filter: Filter
  readonly onChange: (filter: Filter) => void
  readonly teacher: boolean
}

/** What of all this is wanted: by its words, its kind, and how it stands. */
function FilterLine({ filter, onChange, teacher }: FilterProps) {
  return (
    <search className="flex flex-wrap gap-2">
      <input
        type="search"
        aria-label={say('topics_words')}
        placeholder={say('topics_words')}
        value={filter.words}
        onChange={event => onChange({ ...filter, words: event.target.value })}
        className={`${BOX} w-64 max-md:w-full`}
      />
      <select
        aria-label={say('topics_kind')}
        value={filter.kind}
        onChange={event => onChange({ ...filter, kind: event.target.value as WorkKind | 'all' })}
        className={BOX}
      >
        <option value="all">{say('topics_kind_all')}</option>
        {WORK_KINDS.map(kind => (
          <option key={kind} value={kind}>
            {say(`kind_${kind}`)}
          </option>
        ))}
      </select>
      <select
        aria-label={say('topics_state')}
        value={filter.state}
        onChange={event => onChange({ ...filter, state: event.target.value as StateFilter })}
        className={BOX}
      >
        {(teacher ? TAUGHT_STATES : OWN_STATES).map(state => (
          <option key={state} value={state}>
            {say(`topics_state_${state}`)}
          </option>
        ))}
      </select>
    </search>
  )
}

function OwnLine({ work }: { readonly work: TopicWork }) {
  const { classId } = useIds()
  return (
    <SubmissionLine
      work={work}
      status={work.mine ?? UNTOUCHED}
      to={`/c/${classId}/work/${work.id}`}
      newNotes={work.newNotes}
      meta={say(`kind_${work.kind}`)}
    />
  )
}

function AddTopic({ onDone }: { readonly onDone: () => void }) {
  const { classId } = useIds()
  const time = useNow()
  const client = useQueryClient()
  const add = useMutation({
    mutationFn: (name: string) => call(routes.addTopic, { classId }, { name }),
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: reads.topics(classId).queryKey })
      onDone()
    },
  })
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    add.mutate(String(new FormData(event.currentTarget).get('name')))
  }
  return (
    <Row className="pb-3">
      <form onSubmit={submit} className="flex max-w-xl flex-wrap items-end gap-3" noValidate>
        <div className="min-w-60 flex-1">
          <Field
            label={say('topic_name')}
            name="name"
            autoFocus
            problem={add.error ? problemWords(add.error, time) : undefined}
          />
        </div>
        <Button type="submit" variant="primary" disabled={add.isPending}>
          {say('topic_add')}
        </Button>
        <Button onClick={onDone}>{say('cancel')}</Button>
      </form>
    </Row>
  )
}
