import type { Found, Me } from '@oppen/contract'

/** Where a press on something found leads, for whoever is signed in. */
export function addressOfFound(found: Found, me: Me): string {
  const { kind, classId, circleId, workId, placeId, roomId, letterId, ref } = found
  const at = circleId ? `/circles/${circleId}` : `/c/${classId}`
  if (roomId) return `${at}/talk/${roomId}`
  if (letterId) return `${at}/talk/letters/${letterId}`
  if (circleId) return at
  // words beside a work: those of the class, or between a pupil and the teachers
  const beside = workId && kind === 'post' ? (placeId ? '#note' : '#thread') : ''
  if (me.account.kind === 'teacher') {
    if (found.draft) return `${at}/post/${workId}`
    if (workId) return `${at}/work/${workId}/marking${placeId ? `/${placeId}` : ''}${beside}`
    if (kind === 'person') return placeId ? `${at}/register?place=${placeId}` : `${at}/about`
    return kind === 'post' ? `${at}/talk` : `${at}/about${kind === 'page' ? `#page-${ref}` : ''}`
  }
  if (me.account.kind === 'family') {
    if (workId && placeId) return `${at}/work/${workId}/outcome/${placeId}`
    const child = `/child/${found.child}`
    if (kind === 'post') return `${child}/talk`
    if (kind === 'person' && placeId) return `${child}/progress`
    return `${child}/about?class=${classId}`
  }
  if (workId) return `${at}/work/${workId}${beside}`
  return kind === 'post' ? `${at}/talk` : `${at}/about${kind === 'page' ? `#page-${ref}` : ''}`
}
