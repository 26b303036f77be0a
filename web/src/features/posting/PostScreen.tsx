import { EMPTY_WORK, type WorkForm } from '@oppen/contract'
import type { TopicId } from '@oppen/core/ids'
import { LANES, type Lane, usualRules } from '@oppen/core/timing'
import { isDate, localAt, mondayOf } from '@oppen/core/zone'
import { useSuspenseQuery } from '@tanstack/react-query'
import { Navigate, useParams, useSearchParams } from 'react-router'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { useIds, useNow, useTie } from '../../app/session.js'
import { PostForm } from './PostForm.js'
import type { Begun } from './useWorkForm.js'
import { weekChoices } from './weekChoices.js'

export const prepare = ({ client, params: { classId, workId } }: Prepared) =>
  Promise.all([
    client.prefetchQuery(reads.topics(classId)),
    client.prefetchQuery(reads.calendar()),
    workId && client.prefetchQuery(reads.work(classId, workId)),
  ])

/** Writes a work of any kind: a new one, a draft, or one that is posted already. */
export function Screen() {
  const { workId } = useParams()
  const { classId } = useIds()
  // nothing is posted in a class that is archived
  if (useTie()?.archived) return <Navigate to={`/c/${classId}/topics`} replace />
  return workId ? <Known key={workId} /> : <New />
}

function New() {
  const { classId } = useIds()
  const { data } = useSuspenseQuery(reads.topics(classId))
  const { data: calendar } = useSuspenseQuery({ ...reads.calendar(), select: weekChoices })
  const [search] = useSearchParams()
  const { now, zone } = useNow()
  const topic = search.get('topic')
  const week = search.get('week')
  const typed = week && isDate(week) ? mondayOf(week) : mondayOf(localAt(now, zone).slice(0, 10))
  const lane = (LANES as readonly string[]).includes(search.get('lane') ?? '')
    ? (search.get('lane') as Lane)
    : 'followUp'
  const form: WorkForm = {
    ...EMPTY_WORK,
    topicId: data.topics.some(one => one.id === topic) ? (topic as TopicId) : null,
    week: typed,
    lane,
    points: '10',
    rules: { ...EMPTY_WORK.rules, ...(week ? usualRules(lane, { week: typed, n: 1 }) : {}) },
  }
  const begun: Begun = { form, workId: null, version: 0, posted: false }
  return <PostForm begun={begun} page={data} plan={calendar} files={[]} extensions={[]} />
}

function Known() {
  const { classId, workId } = useIds()
  const { data } = useSuspenseQuery(reads.topics(classId))
  const { data: calendar } = useSuspenseQuery({ ...reads.calendar(), select: weekChoices })
  const { data: work } = useSuspenseQuery({ ...reads.work(classId, workId), staleTime: 0 })
  const begun: Begun = {
    form: work.form,
    workId: work.workId,
    version: work.version,
    posted: work.postedAt !== null,
  }
  return (
    <PostForm
      key={work.workId}
      begun={begun}
      page={data}
      plan={calendar}
      files={work.files}
      extensions={work.extensions}
      begunBy={work.begun}
      notBegun={work.notBegun}
    />
  )
}
