import { routes, type SchoolAuditLogPage } from '@oppen/contract'
import { useSuspenseInfiniteQuery } from '@tanstack/react-query'
import { call } from '../../app/api.js'
import { useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Row } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'
import { SchoolSheet } from './SchoolSheet.js'

/** The audit log of the whole school. */
export function Screen() {
  const { data, fetchNextPage, hasNextPage, isFetchingNextPage } = useSuspenseInfiniteQuery({
    queryKey: ['school', 'auditLog'],
    queryFn: ({ pageParam, signal }) => call(routes.seeSchoolAuditLog, {}, { before: pageParam }, { signal }),
    initialPageParam: null as number | null,
    getNextPageParam: page => page.older,
  })
  return (
    <SchoolSheet title={say('school_audit')} sub={say('school_audit_lead')}>
      <ul>{data.pages.flatMap(page => page.lines.map(line => <Line key={line.id} line={line} />))}</ul>
      <Row className="pt-3">
        {hasNextPage ? (
          <Button disabled={isFetchingNextPage} onClick={() => void fetchNextPage()}>
            {say('school_audit_older')}
          </Button>
        ) : (
          <p className="text-soft">{say('school_audit_end')}</p>
        )}
      </Row>
    </SchoolSheet>
  )
}

function Line({ line }: { readonly line: SchoolAuditLogPage['lines'][number] }) {
  const time = useNow()
  const by = line.by ?? say('audit_nobody')
  return (
    <Row as="li" margin={when(line.at, time)} className="border-b border-rule py-1">
      <p className="text-[0.9375rem]">
        {say(`audit_${line.kind}`, { by, name: line.name ?? by })}
        {line.className && <span className="ms-2 text-sm text-soft">{line.className}</span>}
      </p>
    </Row>
  )
}
