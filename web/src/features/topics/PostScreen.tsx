import '../../words/en/classroom.js'
import type { WorkForm } from '@oppen/contract'
import { routes } from '@oppen/contract'
import type { TopicId } from '@oppen/core/ids'
import { dayInWords, timeOfDay } from '@oppen/core/timing'
import { useMutation, useQueryClient, useSuspenseQuery } from '@tanstack/react-query'
import { useForm, useWatch } from 'react-hook-form'
import { useNavigate, useSearchParams } from 'react-router'
import { call, Refusal } from '../../app/api.js'
import { reads } from '../../app/queries.js'
import { useIds, useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Choice, Field } from '../../parts/Field.js'
import { LazyEditor } from '../../parts/LazyEditor.js'
import { Head, Row, Sheet } from '../../parts/Sheet.js'
import { tell } from '../../parts/tell.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'

type Form = {
  title: string
  topicId: string
  directions: string
  template: string
  opens: string
  due: string
  closes: string
  points: string
  minutes: string
}

const FIELDS = ['title', 'due', 'closes', 'opens', 'points'] as const

/** A typed local time in words: it is read as it stands, whatever zone the device is in. */
function dueInWords(local: string): string {
  const at = Date.parse(`${local}Z`)
  return Number.isNaN(at) ? local : `${dayInWords(at, 'UTC')} ${timeOfDay(at, 'UTC')}`
}

const orNull = (text: string) => (text.trim() ? text : null)

function toWire(form: Form): WorkForm {
  return {
    title: form.title,
    topicId: (form.topicId || null) as TopicId | null,
    directions: form.directions,
    template: orNull(form.template),
    opens: orNull(form.opens),
    due: orNull(form.due),
    closes: orNull(form.closes),
    points: orNull(form.points),
    minutes: form.minutes ? Number(form.minutes) : null,
  }
}

/** The form that posts an assignment. What is refused stands beside its field, and everything typed stays. */
export function Screen() {
  const { classId } = useIds()
  const [search] = useSearchParams()
  const time = useNow()
  const navigate = useNavigate()
  const client = useQueryClient()
  const { data } = useSuspenseQuery(reads.topics(classId))
  const form = useForm<Form>({
    defaultValues: {
      title: '',
      topicId: search.get('topic') ?? '',
      directions: '',
      template: '',
      opens: '',
      due: '',
      closes: '',
      points: '10',
      minutes: '',
    },
  })
  const [title, topicId, due] = useWatch({ control: form.control, name: ['title', 'topicId', 'due'] })
  const post = useMutation({
    mutationFn: (values: Form) => call(routes.postWork, { classId }, toWire(values)),
    onSuccess: async ({ dueTwice }, values) => {
      tell(say('post_posted', { title: values.title.trim() }))
      if (dueTwice) tell(say('post_twice', { at: values.due.slice(11) }))
      await client.invalidateQueries({ queryKey: reads.topics(classId).queryKey })
      navigate(`/c/${classId}/topics`)
    },
  })
  const refusal = post.error
  const at = (path: (typeof FIELDS)[number]) =>
    refusal instanceof Refusal && refusal.path === path ? problemWords(refusal, time) : undefined
  const elsewhere = refusal && !FIELDS.some(at) ? problemWords(refusal, time) : undefined
  const topics = data.topics.flatMap(topic =>
    topic.id ? [{ value: topic.id, label: topic.name ?? '' }] : [],
  )
  return (
    <Sheet title={say('post_title')}>
      <Head title={say('post_title')} sub={data.className} />
      <form onSubmit={form.handleSubmit(values => post.mutate(values))} noValidate>
        <Row>
          <div className="grid max-w-4xl gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
            <div className="flex flex-col gap-4">
              <Field
                label={say('post_field_title')}
                {...form.register('title')}
                problem={at('title')}
                autoFocus
              />
              <div>
                <p className="mb-1 text-[15px] font-semibold">{say('post_field_directions')}</p>
                <LazyEditor
                  html=""
                  onChange={html => form.setValue('directions', html)}
                  label={say('post_field_directions')}
                />
              </div>
              <div>
                <p className="mb-1 text-[15px] font-semibold">
                  {say('post_field_template')}{' '}
                  <span className="font-normal text-soft">({say('optional')})</span>
                </p>
                <LazyEditor
                  html=""
                  onChange={html => form.setValue('template', html)}
                  label={say('post_field_template')}
                />
                <p className="mt-1 text-sm text-soft">
                  {say('post_template_hint', { title: title.trim() || '…' })}
                </p>
              </div>
            </div>
            <div className="flex flex-col gap-4">
              <Choice
                label={say('post_field_topic')}
                value={topicId}
                onChange={value => form.setValue('topicId', value)}
                options={[{ value: '', label: say('no_topic') }, ...topics]}
              />
              <Field
                label={say('post_field_due')}
                type="datetime-local"
                {...form.register('due')}
                problem={at('due')}
              />
              <p className="-mt-2 text-sm text-soft">
                {due ? say('post_preview', { at: dueInWords(due) }) : say('post_preview_none')}
              </p>
              <div className="grid grid-cols-2 gap-3">
                <Field
                  label={say('post_field_points')}
                  inputMode="decimal"
                  {...form.register('points')}
                  problem={at('points')}
                />
                <Field
                  label={say('post_field_minutes')}
                  type="number"
                  min={1}
                  {...form.register('minutes')}
                />
              </div>
              <Field
                label={`${say('post_field_opens')} (${say('optional')})`}
                type="datetime-local"
                {...form.register('opens')}
                problem={at('opens')}
              />
              <Field
                label={`${say('post_field_closes')} (${say('optional')})`}
                hint={say('post_closes_hint')}
                type="datetime-local"
                {...form.register('closes')}
                problem={at('closes')}
              />
            </div>
          </div>
          {elsewhere && (
            <div className="mt-4 max-w-4xl">
              <Problem words={elsewhere} />
            </div>
          )}
          <div className="mt-6 flex gap-3">
            <Button type="submit" look="first" disabled={post.isPending}>
              {say('post_go')}
            </Button>
            <Button onClick={() => navigate(-1)}>{say('cancel')}</Button>
          </div>
        </Row>
      </form>
    </Sheet>
  )
}
