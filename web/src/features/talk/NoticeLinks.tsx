import type { Notice, NoticeLink } from '@oppen/contract'
import type { ClassId, SpaceId, WorkId } from '@oppen/core/ids'
import { addDays, localDateAt, mondayOf } from '@oppen/core/zone'
import { useQuery } from '@tanstack/react-query'
import { CalendarRange, FileText, X } from 'lucide-react'
import { Link } from 'react-router'
import { reads } from '../../app/queries.js'
import { isTeacher, useMe, useNow, useTie } from '../../app/session.js'
import { Select } from '../../parts/inputs.js'
import { dateWords } from '../../words/dates.js'
import { say } from '../../words/say.js'

const weekWords = (monday: string): string => say('notice_week', { day: dateWords(monday) })
const titleOf = (link: NoticeLink): string => (link.week ? weekWords(link.week) : link.title)

/** What a notice leads to, each reader to where they look at it. */
export function NoticeLinks({
  spaceId,
  links,
}: {
  readonly spaceId: SpaceId
  readonly links: Notice['links']
}) {
  const me = useMe()
  const tie = useTie() ?? me.ties.find(one => one.classId === spaceId)
  if (!links.length) return null
  const pathOf = ({ workId, week, placeId }: NoticeLink): string => {
    if (week)
      return tie?.role === 'family' ? `/child/${tie.child}/week/${week}` : `/c/${spaceId}/week/${week}`
    const work = `/c/${spaceId}/work/${workId}`
    if (tie && isTeacher(tie)) return `${work}/marking`
    return me.account.kind === 'family' ? `${work}/outcome/${placeId}` : work
  }
  return (
    <ul className="mt-1.5 flex flex-wrap gap-x-5 gap-y-1">
      {links.map(link => (
        <li key={`${link.workId} ${link.week}`}>
          <Link
            to={pathOf(link)}
            className="inline-flex min-h-7 items-center gap-1.5 font-semibold text-blue underline underline-offset-2"
          >
            <Sign link={link} />
            {titleOf(link)}
          </Link>
        </li>
      ))}
    </ul>
  )
}

const Sign = ({ link }: { readonly link: NoticeLink }) =>
  link.week ? (
    <CalendarRange size={16} aria-hidden="true" className="shrink-0" />
  ) : (
    <FileText size={16} aria-hidden="true" className="shrink-0" />
  )

/** So many weeks can be chosen, from the one before this. */
const WEEKS = 10

type FieldsProps = {
  readonly classId: ClassId
  readonly links: readonly NoticeLink[]
  readonly onChange: (links: NoticeLink[]) => void
}

/** Chooses what a notice leads to: posted work, or weeks. */
export function LinkFields({ classId, links, onChange }: FieldsProps) {
  const { now, zone } = useNow()
  const { data } = useQuery(reads.topics(classId))
  const works = (data?.topics ?? [])
    .flatMap(topic => topic.works)
    .filter(work => work.posting !== 'draft' && !links.some(link => link.workId === work.id))
  const first = addDays(mondayOf(localDateAt(now, zone)), -7)
  const weeks = Array.from({ length: WEEKS }, (_, n) => addDays(first, 7 * n)).filter(
    week => !links.some(link => link.week === week),
  )
  const add = (link: Partial<NoticeLink>) =>
    onChange([...links, { workId: null, week: null, title: '', placeId: null, ...link }])
  return (
    <fieldset className="flex flex-col gap-2">
      <legend className="mb-1 text-[0.9375rem] font-semibold">{say('notice_links')}</legend>
      {links.length > 0 && (
        <ul className="flex flex-wrap gap-2">
          {links.map(link => (
            <li
              key={`${link.workId} ${link.week}`}
              className="flex items-center gap-1.5 rounded-[var(--radius-card)] border border-edge px-2 py-1 text-sm"
            >
              <Sign link={link} />
              {titleOf(link)}
              <button
                type="button"
                aria-label={say('attached_remove', { name: titleOf(link) })}
                onClick={() => onChange(links.filter(one => one !== link))}
                className="rounded p-1 hover:bg-pale"
              >
                <X size={15} aria-hidden="true" />
              </button>
            </li>
          ))}
        </ul>
      )}
      <div className="flex flex-wrap gap-3">
        <Select
          label={say('notice_link_work')}
          className="max-w-full"
          value=""
          onChange={({ target }) => {
            const work = works.find(one => one.id === target.value)
            if (work) add({ workId: work.id as WorkId, title: work.title })
          }}
        >
          <option value="">{say('notice_link_work')}</option>
          {works.map(work => (
            <option key={work.id} value={work.id}>
              {work.title}
            </option>
          ))}
        </Select>
        <Select
          label={say('notice_link_week')}
          value=""
          onChange={({ target }) => target.value && add({ week: target.value })}
        >
          <option value="">{say('notice_link_week')}</option>
          {weeks.map(week => (
            <option key={week} value={week}>
              {weekWords(week)}
            </option>
          ))}
        </Select>
      </div>
    </fieldset>
  )
}
