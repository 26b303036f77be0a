import type { WeekPage } from '@oppen/contract'
import type { GroupId } from '@oppen/core/ids'
import { useSuspenseQuery } from '@tanstack/react-query'
import { Printer } from 'lucide-react'
import { useState } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import { useChangesAt } from '../../app/changesAt.js'
import { reads } from '../../app/queries.js'
import { isTeacher, useIds, useTie } from '../../app/session.js'
import { Button, buttonClasses } from '../../parts/Button.js'
import { Row, Sheet } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { FillWeek } from './FillWeek.js'
import { Goals } from './Goals.js'
import { OwnWeek, WeekHead } from './WeekSheet.js'
import { WeekTable } from './WeekTable.js'

/** The week of a class: what it asks, when, and how it stands. */
export function Screen() {
  const { classId } = useIds()
  const { week = 'now' } = useParams()
  const { data } = useSuspenseQuery(reads.week(classId, week))
  const teacher = isTeacher(useTie())
  useChangesAt(data.changesAt, reads.week(classId, week).queryKey)
  const toWeek = (monday: string) => `/c/${classId}/week/${monday}`
  return (
    <Sheet title={`${say('week_title')}, ${data.className}`}>
      {teacher ? (
        <TaughtWeek page={data} toWeek={toWeek} />
      ) : (
        <OwnWeek
          page={data}
          toWeek={toWeek}
          toWork={workId => `/c/${classId}/work/${workId}`}
          aside={<PrintButton />}
        />
      )}
    </Sheet>
  )
}

export function PrintButton() {
  return (
    <button
      type="button"
      onClick={() => window.print()}
      aria-label={say('week_print')}
      title={say('week_print')}
      className="rounded p-1.5 text-soft hover:bg-pale hover:text-ink max-md:hidden print:hidden"
    >
      <Printer size={18} aria-hidden="true" />
    </button>
  )
}

type TaughtProps = { readonly page: WeekPage; readonly toWeek: (monday: string) => string }

function TaughtWeek({ page, toWeek }: TaughtProps) {
  const { classId } = useIds()
  const archived = useTie()?.archived ?? false
  const [search, setSearch] = useSearchParams()
  const [filling, setFilling] = useState(false)
  const groupId = (page.groups.find(group => group.id === search.get('group'))?.id ?? null) as GroupId | null
  const writes = !archived
  const keep = (monday: string) => `${toWeek(monday)}${groupId ? `?group=${groupId}` : ''}`
  return (
    <>
      <WeekHead page={page} toWeek={keep} about={null} aside={<PrintButton />} />
      <Goals page={page} writes={writes} aside={null} />
      <Row className="pb-2 print:hidden">
        <div className="flex flex-wrap items-center gap-2">
          {page.groups.length > 1 && (
            <fieldset aria-label={say('week_groups')} className="mr-auto flex gap-1">
              {[null, ...page.groups].map(group => (
                <button
                  key={group?.id ?? 'all'}
                  type="button"
                  aria-pressed={groupId === (group?.id ?? null)}
                  onClick={() => setSearch(group ? { group: group.id } : {}, { replace: true })}
                  className="rounded-[var(--radius-card)] px-2.5 py-1 text-[15px] text-soft hover:bg-pale aria-pressed:bg-pale aria-pressed:font-semibold aria-pressed:text-ink"
                >
                  {group?.name ?? say('week_all_groups')}
                </button>
              ))}
            </fieldset>
          )}
          {writes && (
            <>
              <Button onClick={() => setFilling(true)}>{say('week_fill')}</Button>
              <Link to={`/c/${classId}/post?week=${page.week}`} className={buttonClasses('primary')}>
                {say('post_work')}
              </Link>
            </>
          )}
        </div>
      </Row>
      <div className="overflow-x-auto">
        <div className="min-w-[46rem] pr-4">
          <WeekTable
            page={page}
            groupId={groupId}
            writes={writes}
            to={card =>
              card.posting === 'draft'
                ? `/c/${classId}/post/${card.id}`
                : `/c/${classId}/work/${card.id}/marking`
            }
          />
        </div>
      </div>
      {!page.cards.length && (
        <Row className="pt-4">
          <p className="text-soft">{say('week_empty_teacher')}</p>
        </Row>
      )}
      {filling && <FillWeek page={page} onClose={() => setFilling(false)} />}
    </>
  )
}
