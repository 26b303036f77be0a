import type { ClassId } from '@oppen/core/ids'
import type { KeyKind } from '@oppen/core/joining'
import { isLanguage } from '@oppen/core/register'
import type { World } from '../../world.js'
import { classHead } from '../classes/doors.js'
import { keysByPlace } from '../classes/keys.js'
import type { Card } from './cardsPdf.js'
import { cardsOfClass } from './queries.js'

/** The cards of a class, one for each pupil who has such a key. */
export async function cardsOf(world: World, classId: ClassId, kind: KeyKind): Promise<Card[]> {
  const head = await classHead(world.db, classId)
  const keys = await keysByPlace(world, classId)
  const all = await cardsOfClass(world.db, classId)
  return all.flatMap(({ placeId, name, familyLanguage }) => {
    const key = keys.get(placeId)?.find(one => one.kind === kind)?.key
    const language = familyLanguage && isLanguage(familyLanguage) ? familyLanguage : 'en'
    const { className = '', teacherName = '' } = head ?? {}
    return key ? [{ name, className, teacherName, key, kind, language }] : []
  })
}
