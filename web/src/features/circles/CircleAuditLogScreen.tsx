import type { CircleId } from '@oppen/core/ids'
import { useSuspenseQuery } from '@tanstack/react-query'
import { useParams } from 'react-router'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { say } from '../../words/say.js'
import { AuditLog } from '../auditLog/AuditLogScreen.js'

export const prepare = ({ client, params }: Prepared) =>
  client.prefetchQuery(reads.circleAuditLog(params.circleId))

/** What administrators did about the talk of a circle. */
export function Screen() {
  const circleId = useParams().circleId as CircleId
  const { data } = useSuspenseQuery(reads.circleAuditLog(circleId))
  return <AuditLog page={data} lead={say('circle_audit_lead')} filters={['all']} />
}
