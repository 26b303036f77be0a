import type { WeekPage } from '@oppen/contract'
import type { GroupId } from '@oppen/core/ids'
import { useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { useIds, useTie } from '../../app/session.js'
import { Button, buttonClasses } from '../../parts/Button.js'
import { Row } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { FillWeek } from './FillWeek.js'
import { Goals } from './Goals.js'
import { PrintButton } from './PrintButton.js'
import { WeekHead } from './WeekSheet.js'
import { WeekTable } from './WeekTable.js'

type Props = { readonly page: WeekPage; readonly toWeek: (monday: string) => string }

/** A week as its teachers plan it: a table of groups and days. */
export default function TaughtWeek({ page, toWeek }: Props) {
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
            <fieldset aria-label={say('week_groups')} className="me-auto flex gap-1">
              {[null, ...page.groups].map(group => (
                <button
                  key={group?.id ?? 'all'}
                  type="button"
                  aria-pressed={groupId === (group?.id ?? null)}
                  onClick={() => setSearch(group ? { group: group.id } : {}, { replace: true })}
                  className="rounded-[var(--radius-card)] px-2.5 py-1 text-[0.9375rem] text-soft hover:bg-pale aria-pressed:bg-pale aria-pressed:font-semibold aria-pressed:text-ink"
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
        <div className="min-w-[46rem] pe-4">
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
