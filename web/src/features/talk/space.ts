import type { SpaceId } from '@oppen/core/ids'
import { useParams } from 'react-router'
import { isTeacher, useMe } from '../../app/session.js'
import { type Said, say, type WordKey } from '../../words/say.js'

/** A class or a circle, as whoever looks talks there. */
export type Space = {
  readonly spaceId: SpaceId
  readonly isCircle: boolean
  /** Whether it is theirs to look after what is said. */
  readonly moderates: boolean
  /** In an archived class nothing more is said. */
  readonly archived: boolean
  /** The screen of all its talk. */
  readonly home: string
  /** Before the addresses of its rooms and letters. */
  readonly path: string
  /** Words about it: a circle has members and administrators where a class has pupils and teachers. */
  readonly say: (key: WordKey, said?: Said) => string
}

/** The class or the circle in the address. */
export const spaceIn = (params: { readonly classId?: SpaceId; readonly circleId?: SpaceId }): SpaceId =>
  (params.circleId ?? params.classId) as SpaceId

/** The same, from the address of this screen. */
export const useSpaceId = (): SpaceId => spaceIn(useParams() as Parameters<typeof spaceIn>[0])

/** A class or a circle by its id; somebody who belongs to neither looks after nothing. */
export function useSpace(spaceId: SpaceId): Space {
  const me = useMe()
  const circle = me.circles.find(one => one.circleId === spaceId)
  if (circle) {
    const at = `/circles/${spaceId}`
    return {
      spaceId,
      isCircle: true,
      moderates: circle.role === 'administrator',
      archived: false,
      home: at,
      path: `${at}/talk`,
      say: (key, said) => say(key, { ...said, context: 'circle' }),
    }
  }
  const tie = me.ties.find(one => one.classId === spaceId)
  const path = `/c/${spaceId}/talk`
  return {
    spaceId,
    isCircle: false,
    moderates: isTeacher(tie) && !tie?.archived,
    archived: tie?.archived ?? true,
    home: tie?.role === 'family' ? `/child/${tie.child}/talk` : path,
    path,
    say,
  }
}
