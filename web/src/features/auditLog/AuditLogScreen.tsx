import type { AuditKind, AuditLogPage } from '@oppen/contract'
import { useSuspenseQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { useIds, useNow } from '../../app/session.js'
import { Empty } from '../../parts/Feedback.js'
import { Choice } from '../../parts/Field.js'
import { Head, Row, Sheet } from '../../parts/Sheet.js'
import { say, type WordKey } from '../../words/say.js'
import { when } from '../../words/times.js'

const GROUPS = {
  entries: [
    'entered',
    'entered_again',
    'entered_home',
    'entered_tablet',
    'entered_family',
    'entered_guest',
    'signed_in',
    'let_in',
    'invitation_accepted',
  ],
  refusals: [
    'turned_away',
    'wrong_code',
    'closed_code',
    'wrong_key',
    'wrong_secret',
    'name_taken',
    'too_many_attempts',
    'invitation_declined',
  ],
} as const satisfies Readonly<Record<string, readonly AuditKind[]>>

const FILTERS = ['all', 'entries', 'refusals', 'changes'] as const
type Filter = (typeof FILTERS)[number]

function passes(kind: AuditKind, filter: Filter): boolean {
  if (filter === 'all') return true
  const isIn = (group: keyof typeof GROUPS) => (GROUPS[group] as readonly AuditKind[]).includes(kind)
  return filter === 'changes' ? !isIn('entries') && !isIn('refusals') : isIn(filter)
}

export const prepare = ({ client, params }: Prepared) => client.prefetchQuery(reads.auditLog(params.classId))

/** Every entry, refusal, reset and removal of a class. */
export function Screen() {
  const { classId } = useIds()
  const { data } = useSuspenseQuery(reads.auditLog(classId))
  return <AuditLog page={data} lead={say('audit_lead')} filters={FILTERS} />
}

type Props = {
  readonly page: AuditLogPage
  readonly lead: string
  /** What can be looked at alone. */
  readonly filters: readonly Filter[]
}

/** The lines of an audit log. */
export function AuditLog({ page: data, lead, filters }: Props) {
  const [filter, setFilter] = useState<Filter>('all')
  const lines = data.lines.filter(line => passes(line.kind, filter))
  return (
    <Sheet title={`${say('audit_title')}, ${data.name}`}>
      <Head title={say('audit_title')} sub={`${data.name} · ${lead}`} />
      {filters.length > 1 && (
        <Row className="pb-3">
          <div className="max-w-60">
            <Choice
              label={say('audit_filter')}
              value={filter}
              onChange={value => setFilter(value as Filter)}
              options={filters.map(value => ({ value, label: say(`audit_filter_${value}` as WordKey) }))}
            />
          </div>
        </Row>
      )}
      {!lines.length && (
        <Row>
          <Empty>{say('audit_none')}</Empty>
        </Row>
      )}
      <ul>
        {lines.map(line => (
          <Line key={line.id} line={line} refusal={passes(line.kind, 'refusals')} />
        ))}
      </ul>
    </Sheet>
  )
}

function Line({
  line,
  refusal,
}: {
  readonly line: AuditLogPage['lines'][number]
  readonly refusal: boolean
}) {
  const time = useNow()
  const by = line.by ?? say('audit_nobody')
  return (
    <Row as="li" margin={when(line.at, time)} className="border-b border-rule py-1">
      <p className={`text-[0.9375rem] ${refusal ? 'font-semibold text-rust' : ''}`}>
        {say(`audit_${line.kind}`, { by, name: line.name ?? by })}
        {!line.ofClass && <span className="ms-2 text-sm font-normal text-soft">{say('audit_ofSchool')}</span>}
      </p>
    </Row>
  )
}
