import '../../words/en/classroom.js'
import type { TopicsPage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { when } from '@oppen/core/timing'
import { UNTOUCHED } from '@oppen/core/work'
import { useMutation, useQueryClient, useSuspenseQuery } from '@tanstack/react-query'
import { type FormEvent, useState } from 'react'
import { Link } from 'react-router'
import { call } from '../../app/api.js'
import { reads } from '../../app/queries.js'
import { isTeacher, useIds, useNow, useTie } from '../../app/session.js'
import { Button, buttonLook } from '../../parts/Button.js'
import { Empty, NewMark } from '../../parts/Feedback.js'
import { Field } from '../../parts/Field.js'
import { Head, Row, Section, Sheet } from '../../parts/Sheet.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { PieceLine } from '../work/PieceLine.js'

type TopicWork = TopicsPage['topics'][number]['works'][number]

/** All posted work of a class, by topic. */
export function Screen() {
  const { classId } = useIds()
  const { data } = useSuspenseQuery(reads.topics(classId))
  const teacher = isTeacher(useTie())
  const [adding, setAdding] = useState(false)
  return (
    <Sheet title={`${say('topics_title')}, ${data.className}`}>
      <Head
        title={say('topics_title')}
        sub={data.className}
        aside={
          teacher && (
            <>
              <Button onClick={() => setAdding(true)}>{say('topic_new')}</Button>
              <Link to={`/c/${classId}/post`} className={buttonLook('first')}>
                {say('post_work')}
              </Link>
            </>
          )
        }
      />
      {adding && <AddTopic onDone={() => setAdding(false)} />}
      {!data.topics.length && !adding && (
        <Row>
          <Empty>{say(teacher ? 'topics_none_teacher' : 'topics_none_pupil')}</Empty>
        </Row>
      )}
      {data.topics.map(topic => (
        <Section
          key={topic.id}
          title={topic.name ?? say('no_topic')}
          aside={
            teacher &&
            topic.id && (
              <Link
                to={`/c/${classId}/post?topic=${topic.id}`}
                className="text-[15px] text-blue underline underline-offset-2"
              >
                {say('post_work')}
              </Link>
            )
          }
        >
          {topic.works.length ? (
            <ul>
              {topic.works.map(work =>
                work.counts ? (
                  <TaughtLine key={work.id} work={work} />
                ) : (
                  <OwnLine key={work.id} work={work} />
                ),
              )}
            </ul>
          ) : (
            <Row>
              <p className="py-1 text-[15px] text-soft">{say('topic_empty')}</p>
            </Row>
          )}
        </Section>
      ))}
    </Sheet>
  )
}

function OwnLine({ work }: { readonly work: TopicWork }) {
  const { classId } = useIds()
  return (
    <PieceLine
      work={work}
      standing={work.mine ?? UNTOUCHED}
      to={`/c/${classId}/work/${work.id}`}
      newNotes={work.newNotes}
    />
  )
}

function TaughtLine({ work }: { readonly work: TopicWork }) {
  const { classId } = useIds()
  const time = useNow()
  const counts = work.counts ?? { in: 0, toMark: 0, of: 0 }
  return (
    <Row as="li" margin={work.dueAt === null ? null : when(work.dueAt, time)} className="py-1.5">
      <Link
        to={`/c/${classId}/work/${work.id}/marking`}
        className="group flex flex-wrap items-baseline gap-x-4 rounded"
      >
        <span className="text-[16px] font-semibold group-hover:underline group-hover:underline-offset-2">
          {work.title}
        </span>
        <span className="text-[15px] text-soft tabular-nums">{say('counts_in', counts)}</span>
        {counts.toMark > 0 && (
          <span className="text-[15px] font-semibold text-rust">
            {say('counts_toMark', { count: counts.toMark })}
          </span>
        )}
        {work.newNotes > 0 && <NewMark>{say('new_notes', { count: work.newNotes })}</NewMark>}
      </Link>
    </Row>
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
        <Button type="submit" look="first" disabled={add.isPending}>
          {say('topic_add')}
        </Button>
        <Button onClick={onDone}>{say('cancel')}</Button>
      </form>
    </Row>
  )
}
