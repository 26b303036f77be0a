import type { Material, TopicsPage, WorkForm, WorkPage } from '@oppen/contract'
import { addressOf, routes } from '@oppen/contract'
import type { ClassId, TopicId } from '@oppen/core/ids'
import { LANES, type Lane, TIMES, type TimeName, type TimeRule } from '@oppen/core/timing'
import { WORK_KINDS } from '@oppen/core/work'
import { addDays, localAt } from '@oppen/core/zone'
import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { type FormEvent, useDeferredValue, useState } from 'react'
import { useNavigate } from 'react-router'
import { call, Refusal } from '../../app/api.js'
import { placesOf } from '../../app/places.js'
import { reads } from '../../app/queries.js'
import { isTeacher, useIds, useMe, useNow } from '../../app/session.js'
import { formWith } from '../../app/upload.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Choice, Field } from '../../parts/Field.js'
import { LazyEditor } from '../../parts/LazyEditor.js'
import { Head, Row, Sheet } from '../../parts/Sheet.js'
import { tell } from '../../parts/tell.js'
import { listWords } from '../../words/numbers.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { AsPupil } from './AsPupil.js'
import { ForWhom } from './ForWhom.js'
import { GivenSheets } from './GivenSheets.js'
import { Materials } from './Materials.js'
import { QuestionFields } from './QuestionFields.js'
import { withSpot } from './spot.js'
import { TimeField } from './TimeField.js'
import { Trial } from './Trial.js'
import { type Begun, useWorkForm } from './useWorkForm.js'

export type PostProps = {
  readonly begun: Begun
  readonly page: TopicsPage
  readonly plan: readonly { readonly value: string; readonly label: string }[]
  readonly files: readonly Material[]
  readonly extensions: WorkPage['extensions']
  /** Who has begun, and how many have not. */
  readonly begunBy?: WorkPage['begun']
  readonly notBegun?: number
}

/** One form for all kinds; what is refused stands beside its field, and everything typed stays. */
export function PostForm({ begun, page, plan, files: begunFiles, begunBy = [], notBegun = 0 }: PostProps) {
  const { classId } = useIds()
  const time = useNow()
  const navigate = useNavigate()
  const client = useQueryClient()
  const state = useWorkForm(classId, begun)
  const { form, put } = state
  const [files, setFiles] = useState<readonly Material[]>(begunFiles)
  const [alsoIn, setAlsoIn] = useState<readonly ClassId[]>([])
  const [telling, setTelling] = useState(false)
  const [looking, setLooking] = useState(false)
  const asked = useDeferredValue(form)
  const trial = useQuery({
    ...reads.tryWork(classId, { ...asked, workId: begun.workId }),
    placeholderData: keepPreviousData,
  })
  const keep = useMutation({
    mutationFn: async (post: boolean) => {
      if (!begun.posted) await state.save()
      const { workId, version } = state.now.current
      const rest = { form: state.now.current.form, tell: telling, post, alsoIn: [...alsoIn] }
      return workId
        ? call(routes.changeWork, { classId, workId }, { ...rest, version })
        : call(routes.postWork, { classId }, { form: rest.form, draft: !post, alsoIn: rest.alsoIn })
    },
    onSuccess: async (_, post) => {
      state.now.current.dirty = false
      tell(say(post ? 'post_posted' : 'post_kept', { title: form.title.trim() || say('work_untitled') }))
      await Promise.all([
        client.invalidateQueries({ queryKey: reads.topics(classId).queryKey }),
        client.invalidateQueries({ queryKey: ['week', classId] }),
        client.invalidateQueries({ queryKey: ['work', classId] }),
      ])
      navigate(form.week ? `/c/${classId}/week/${form.week}` : `/c/${classId}/topics`)
    },
  })
  const refusal = keep.error ?? state.problem ?? trial.error
  const problemAt = (path: string) =>
    refusal instanceof Refusal && refusal.path === path ? problemWords(refusal, time) : undefined
  const placed = refusal instanceof Refusal && refusal.path !== undefined && FIELDS.test(refusal.path)
  const usual = `${form.week ? addDays(form.week, 4) : localAt(time.now, time.zone).slice(0, 10)}T17:00`
  const setRule = (name: TimeName, rule: TimeRule | null) => put({ rules: { ...form.rules, [name]: rule } })
  const setSpot = (part: { week?: string | null; lane?: Lane }) => put(withSpot(form, part))
  const takeDay = (date: string) => {
    const { due } = form.rules
    const clock = due?.is === 'fixed' ? due.local.slice(11) : due?.is === 'schoolDays' ? due.time : '17:00'
    setRule('due', { is: 'fixed', local: `${date}T${clock}` })
  }
  // a picture in a text is one of the files of the work
  const addPicture = async (file: File) => {
    try {
      const workId = await state.idOf()
      if (!workId) throw state.problem ?? new Error(say('post_picture_failed'))
      const material = await call(routes.addMaterial, { classId, workId }, formWith(file))
      setFiles([...files, material])
      return addressOf(routes.seeMaterial, { classId, workId, materialId: material.id })
    } catch (error) {
      throw new Error(problemWords(error, time))
    }
  }
  const submit = (event: FormEvent) => {
    event.preventDefault()
    keep.mutate(true)
  }
  const title = begun.posted ? 'post_change_title' : 'post_title'
  const topics = page.topics.flatMap(topic =>
    topic.id ? [{ value: topic.id, label: topic.name ?? '' }] : [],
  )
  return (
    <Sheet title={say(title)}>
      <Head
        title={say(title)}
        sub={page.className}
        margin={!begun.posted && state.kept !== 'nothing' ? say(`post_draft_${state.kept}`) : null}
        aside={
          <Button onClick={() => setLooking(true)} disabled={!trial.data}>
            {say('aspupil_go')}
          </Button>
        }
      />
      <form onSubmit={submit} noValidate>
        <Row>
          <div className="grid max-w-5xl gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
            <div className="flex flex-col gap-4">
              <fieldset className="flex flex-wrap gap-1.5">
                <legend className="mb-1 text-[15px] font-semibold">{say('post_kind')}</legend>
                {WORK_KINDS.map(kind => (
                  <button
                    key={kind}
                    type="button"
                    aria-pressed={form.kind === kind}
                    disabled={begun.posted}
                    onClick={() => put({ kind, points: kind === 'handout' ? null : (form.points ?? '10') })}
                    className="rounded-[var(--radius-card)] border border-edge px-3 py-1.5 text-[15px] aria-pressed:border-blue aria-pressed:bg-pale aria-pressed:font-semibold disabled:opacity-60"
                  >
                    {say(`kind_${kind}`)}
                    <span className="block text-xs font-normal text-soft">{say(`post_kind_${kind}`)}</span>
                  </button>
                ))}
              </fieldset>
              <Field
                label={say('post_field_title')}
                value={form.title}
                onChange={event => put({ title: event.target.value })}
                problem={problemAt('title')}
                autoFocus
              />
              <Editing
                label={say('post_field_directions')}
                html={begun.form.directions}
                onPicture={addPicture}
                onChange={html => put({ directions: html })}
                problem={problemAt('directions')}
              />
              <Materials state={state} files={files} onFiles={setFiles} problemAt={problemAt} />
              {form.kind === 'question' && (
                <QuestionFields form={form} put={put} problem={problemAt('question')} />
              )}
              {form.kind === 'assignment' && (
                <Editing
                  label={say('post_field_template')}
                  html={begun.form.template ?? ''}
                  onPicture={addPicture}
                  onChange={html => put({ template: html || null })}
                  problem={problemAt('template')}
                  hint={say('post_template_hint', { title: form.title.trim() || '…' })}
                />
              )}
              {form.kind === 'assignment' && <GivenSheets state={state} />}
              {begun.posted && form.template !== begun.form.template && begunBy.length > 0 && (
                <Reach begunBy={begunBy} notBegun={notBegun} />
              )}
            </div>
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
              {trial.data && <Trial trial={trial.data} onDay={takeDay} />}
              <div className="grid grid-cols-3 gap-3">
                <Field
                  label={say('post_field_minutes')}
                  type="number"
                  min={1}
                  value={form.minutes ?? ''}
                  onChange={event => put({ minutes: event.target.value ? Number(event.target.value) : null })}
                />
                {form.kind !== 'handout' && (
                  <Field
                    label={say('post_field_points')}
                    inputMode="decimal"
                    value={form.points ?? ''}
                    onChange={event => put({ points: event.target.value.trim() ? event.target.value : null })}
                    problem={problemAt('points')}
                  />
                )}
                {form.kind !== 'handout' && (
                  <Field
                    label={say('post_field_category')}
                    value={form.category}
                    onChange={event => put({ category: event.target.value })}
                    problem={problemAt('category')}
                  />
                )}
              </div>
              {!begun.posted && <AlsoIn chosen={alsoIn} onChange={setAlsoIn} />}
            </div>
          </div>
          {refusal && !placed ? (
            <div className="mt-4 max-w-5xl">
              <Problem words={problemWords(refusal, time)} />
            </div>
          ) : null}
          {begun.posted && (
            <div className="mt-5">
              <label className="flex items-center gap-2">
                <input
                  type="checkbox"
                  checked={telling}
                  onChange={event => setTelling(event.target.checked)}
                />
                {say('post_tell')}
              </label>
              {begunBy.length > 0 && (
                <p className="text-sm text-soft">{say('post_begun', { count: begunBy.length })}</p>
              )}
            </div>
          )}
          <div className="mt-5 flex flex-wrap gap-3">
            <Button type="submit" variant="primary" disabled={keep.isPending}>
              {say(begun.posted ? 'post_save' : 'post_go')}
            </Button>
            {!begun.posted && (
              <Button onClick={() => keep.mutate(false)} disabled={keep.isPending}>
                {say('post_keep')}
              </Button>
            )}
            <Button onClick={() => navigate(-1)}>{say('cancel')}</Button>
            {begun.workId && <TakeAway />}
          </div>
        </Row>
      </form>
      {looking && trial.data && (
        <AsPupil form={form} files={files} trial={trial.data} onClose={() => setLooking(false)} />
      )}
    </Sheet>
  )
}

/** Due first: it is what teachers set most. */
const ORDER: readonly TimeName[] = ['due', 'opens', 'closes', 'appears']

/** Paths of problems that stand beside a field of this form. */
const FIELDS = new RegExp(
  `^(title|directions|template|question|forWhom|points|category|links\\.\\d+|rules\\.(${TIMES.join('|')}))$`,
)

function weekOptions(form: WorkForm, plan: PostProps['plan']) {
  const known = plan.some(one => one.value === form.week)
  const own = form.week && !known ? [{ value: form.week, label: form.week }] : []
  return [{ value: '', label: say('post_no_week') }, ...own, ...plan]
}

type EditingProps = {
  readonly label: string
  readonly html: string
  readonly onChange: (html: string) => void
  readonly problem?: string | undefined
  readonly hint?: string
  readonly onPicture: (file: File) => Promise<string>
}

function Editing({ label, html, onChange, problem, hint, onPicture }: EditingProps) {
  return (
    <div>
      <p className="mb-1 text-[15px] font-semibold">{label}</p>
      <LazyEditor html={html} onChange={onChange} label={label} onPicture={onPicture} />
      {hint && <p className="mt-1 text-sm text-soft">{hint}</p>}
      {problem && (
        <p role="alert" className="mt-1 text-[15px] font-medium text-rust">
          {problem}
        </p>
      )}
    </div>
  )
}

type ReachProps = { readonly begunBy: WorkPage['begun']; readonly notBegun: number }

/** Whom another template reaches, and who keeps the page they have begun. */
const Reach = ({ begunBy, notBegun }: ReachProps) => (
  <p role="status" className="border-l-4 border-ochre bg-ochre-pale px-3 py-2 text-[15px]">
    {say('post_reaches', { count: notBegun })}{' '}
    {say('post_keep_theirs', { names: listWords(begunBy.map(one => one.name)) })}
  </p>
)

type AlsoProps = {
  readonly chosen: readonly ClassId[]
  readonly onChange: (chosen: readonly ClassId[]) => void
}

function AlsoIn({ chosen, onChange }: AlsoProps) {
  const { classId } = useIds()
  const others = placesOf(useMe()).daily.filter(tie => isTeacher(tie) && tie.classId !== classId)
  if (!others.length) return null
  return (
    <fieldset>
      <legend className="mb-1 text-[15px] font-semibold">{say('post_also')}</legend>
      {others.map(tie => (
        <label key={tie.classId} className="mr-5 inline-flex items-center gap-1.5">
          <input
            type="checkbox"
            checked={chosen.includes(tie.classId)}
            onChange={event =>
              onChange(
                event.target.checked ? [...chosen, tie.classId] : chosen.filter(one => one !== tie.classId),
              )
            }
          />
          {tie.className}
        </label>
      ))}
    </fieldset>
  )
}

function TakeAway() {
  const params = useIds()
  const client = useQueryClient()
  const navigate = useNavigate()
  const again = () =>
    Promise.all([
      client.invalidateQueries({ queryKey: ['topics', params.classId] }),
      client.invalidateQueries({ queryKey: ['week', params.classId] }),
    ])
  const take = async () => {
    await call(routes.removeWork, params)
    tell(say('post_taken_away'), () => void call(routes.restoreWork, params).then(again))
    await again()
    navigate(`/c/${params.classId}/week`)
  }
  return (
    <Button variant="quiet" onClick={() => void take()}>
      {say('post_take_away')}
    </Button>
  )
}
