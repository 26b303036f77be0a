import type { NewsPage } from '@oppen/contract'
import type { AccountKind } from '@oppen/core/permissions'

type Item = NewsPage['items'][number]

/** The screen on which something that is new is read. `childOf` names the child by which a family follows a class. */
export function pathOfItem(
  item: Item,
  kind: AccountKind,
  childOf: (classId: string) => string | null,
): string {
  const inClass = `/c/${item.classId}`
  if (!('conversationId' in item))
    return pathOfWork(item, 'place' in item ? item.place.placeId : (item.places[0]?.placeId ?? ''), kind)
  const child = kind === 'family' ? childOf(item.classId) : null
  const talk = child ? `/child/${child}/talk` : `${inClass}/talk`
  if (item.kind === 'notice' || item.conversationKind === 'notice') return talk
  if (item.conversationKind === 'letter') return `${inClass}/talk/letters/${item.conversationId}`
  if (item.conversationKind === 'room') return `${inClass}/talk/${item.conversationId}`
  const work = `${inClass}/work/${item.workId}`
  if (kind !== 'teacher') return work
  return item.place ? `${work}/marking/${item.place.placeId}` : `${work}/marking`
}

/** Where work is looked at: by its pupil on its own screen, by a family where it is shown how the child did. */
export const pathOfWork = (
  { classId, workId }: { readonly classId: string; readonly workId: string },
  placeId: string,
  kind: AccountKind,
): string => `/c/${classId}/work/${workId}${kind === 'family' ? `/outcome/${placeId}` : ''}`

/** Where what waits is seen to. */
export function pathOfWaiting({ what, classId, work }: NewsPage['waiting'][number]): string {
  switch (what) {
    case 'marking':
      return `/c/${classId}/work/${work?.id}/marking`
    case 'nod':
    case 'reports':
      return `/c/${classId}/talk/nod`
    case 'requests':
      return `/c/${classId}/register`
    case 'invitation':
      return '/today'
  }
}
