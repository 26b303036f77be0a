import type { Me } from '@oppen/contract'
import type { AccountId } from '@oppen/core/ids'
import { readSeenAs, type SeenAs, type Viewer, viewerAs } from '@oppen/core/permissions'
import type { Request } from 'express'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { placeSeenAs } from './queries.js'

/** What a page sends that is looked at as somebody else. */
const HEADER = 'x-oppen-as'

export const seenAsOf = (request: Request): SeenAs | undefined => {
  const text = request.headers[HEADER]
  return typeof text === 'string' ? readSeenAs(text) : undefined
}

/**
 * The viewer as whom a teacher's page looks. Answers `not_found` where the teacher does not teach the class, the place is none of it, or
 * the stand-in is meant and it is not that.
 */
export async function lookingAs(world: World, viewer: Viewer, asked: SeenAs): Promise<Viewer> {
  const found = await placeSeenAs(world.db, asked)
  const seen = found && viewerAs(viewer, asked, found.standIn)
  if (!seen) throw new Refused('not_found')
  return seen
}

/** Who is in, as a page shows it that is looked at as somebody else: one tie, and the name of that pupil. */
export async function meAs(world: World, me: Me, asked: SeenAs): Promise<Me> {
  const { as, classId, placeId } = asked
  const taught = me.ties.find(
    tie => tie.classId === classId && (tie.role === 'owner' || tie.role === 'coTeacher'),
  )
  const found = await placeSeenAs(world.db, asked)
  if (!taught || !found) throw new Refused('not_found')
  const { name } = found
  const family = as === 'family'
  const kind = family ? ('family' as const) : ('pupil' as const)
  const account = {
    ...me.account,
    id: (found.standIn ?? `as-${family ? 'child' : 'pupil'}-${placeId}`) as AccountId,
    ...{
      shownName: name,
      kind,
      email: null,
      emailAsked: null,
      ownsSchool: false,
      secretOnce: false,
      hasPicture: false,
    },
  } as const
  const tie = {
    ...taught,
    ...{ role: kind, placeId, placeName: name, child: family ? placeId : null, hidden: false },
  } as const
  return { ...me, account, circles: [], ties: [tie], seenAs: { as, name, className: taught.className } }
}
