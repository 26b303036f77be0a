import type { TopicsPage, WorkForm } from '@oppen/contract'
import type { TopicId } from '@oppen/core/ids'
import { LANES, type Lane, type TimeName } from '@oppen/core/timing'
import { hasPoints, typesPoints } from '@oppen/core/work'
import { Choice, Field } from '../../parts/Field.js'
import { say } from '../../words/say.js'
import { AlsoIn } from './AlsoIn.js'
import { ForWhom } from './ForWhom.js'
import { TimeField } from './TimeField.js'
import { Trial } from './Trial.js'
import type { Posting } from './usePosting.js'

type Plan = readonly { readonly value: string; readonly label: string }[]

type Props = {
  readonly posting: Posting
  readonly page: TopicsPage
  readonly plan: Plan
  /** Whether it is posted already; then it goes to no further class. */
  readonly posted: boolean
}

/** Where the work stands, for whom, when, and what it counts. */
export function WhenFields({ posting, page, plan, posted }: Props) {
  const { form, put, problemAt, setSpot, setRule, usual, trial, takeDay, alsoIn, setAlsoIn } = posting
  const topics = page.topics.flatMap(topic =>
    topic.id ? [{ value: topic.id, label: topic.name ?? '' }] : [],
  )
  return (
    <div className="flex flex-col gap-4">
      <Choice
        label={say('post_field_topic')}
        value={form.topicId ?? ''}
        onChange={value => put({ topicId: (value || null) as TopicId | null })}
        options={[{ value: '', label: say('no_topic') }, ...topics]}
      />
      <div className="grid grid-cols-[minmax(0,3fr)_minmax(0,2fr)] gap-3">
        <Choice
          label={say('week_title')}
          value={form.week ?? ''}
          onChange={value => setSpot({ week: value || null })}
          options={weekOptions(form, plan)}
        />
        <Choice
          label={say('week_move_lane')}
          value={form.lane ?? 'followUp'}
          onChange={value => setSpot({ lane: value as Lane })}
          options={LANES.map(value => ({ value, label: say(`week_lane_${value}`) }))}
        />
      </div>
      <ForWhom form={form} groups={page.groups} put={put} problem={problemAt('forWhom')} />
      {ORDER.map(name => (
        <TimeField
          key={name}
          name={name}
          rule={form.rules[name]}
          usual={usual}
          onChange={rule => setRule(name, rule)}
          problem={problemAt(`rules.${name}`)}
        />
      ))}
      {trial && <Trial trial={trial} onDay={takeDay} />}
      <div className="grid grid-cols-3 gap-3">
        <Field
          label={say('post_field_minutes')}
          type="number"
          min={1}
          value={form.minutes ?? ''}
          onChange={event => put({ minutes: event.target.value ? Number(event.target.value) : null })}
        />
        {typesPoints(form.kind) && (
          <Field
            label={say('post_field_points')}
            inputMode="decimal"
            value={form.points ?? ''}
            onChange={event => put({ points: event.target.value.trim() ? event.target.value : null })}
            problem={problemAt('points')}
          />
        )}
        {hasPoints(form.kind) && (
          <Field
            label={say('post_field_category')}
            value={form.category}
            onChange={event => put({ category: event.target.value })}
            problem={problemAt('category')}
          />
        )}
      </div>
      {!posted && <AlsoIn chosen={alsoIn} onChange={setAlsoIn} />}
    </div>
  )
}

/** Due first: it is what teachers set most. */
const ORDER: readonly TimeName[] = ['due', 'opens', 'closes', 'appears']

function weekOptions(form: WorkForm, plan: Plan) {
  const known = plan.some(one => one.value === form.week)
  const own = form.week && !known ? [{ value: form.week, label: form.week }] : []
  return [{ value: '', label: say('post_no_week') }, ...own, ...plan]
}
