import type { Me, NewsPage } from '@oppen/contract'
import type { AccountKind } from '@oppen/core/permissions'

type Item = NewsPage['items'][number]

type Ties = Pick<Me, 'circles' | 'ties'> & { readonly account: Pick<Me['account'], 'kind'> }

const inCircle = ({ circles }: Pick<Me, 'circles'>, spaceId: string): boolean =>
  circles.some(one => one.circleId === spaceId)

/** The screen on which something that is new is read. */
export function pathOfItem(item: Item, me: Ties): string {
  const { kind } = me.account
  const circle = inCircle(me, item.spaceId)
  const at = `${circle ? '/circles' : '/c'}/${item.spaceId}`
  if (!('conversationId' in item))
    return pathOfWork(item, 'place' in item ? item.place.placeId : (item.places[0]?.placeId ?? ''), kind)
  const child = kind === 'family' ? me.ties.find(tie => tie.classId === item.spaceId)?.child : null
  const talk = circle ? at : child ? `/child/${child}/talk` : `${at}/talk`
  if (item.kind === 'notice' || item.conversationKind === 'notice') return talk
  if (item.conversationKind === 'letter') return `${at}/talk/letters/${item.conversationId}`
  if (item.conversationKind === 'room') return `${at}/talk/${item.conversationId}`
  const work = `${at}/work/${item.workId}`
  if (kind !== 'teacher') return work
  return item.place ? `${work}/marking/${item.place.placeId}` : `${work}/marking`
}

/** Where work is looked at: by its pupil on its own screen, by a family where it is shown how the child did. */
export const pathOfWork = (
  { spaceId, workId }: { readonly spaceId: string; readonly workId: string },
  placeId: string,
  kind: AccountKind,
): string => `/c/${spaceId}/work/${workId}${kind === 'family' ? `/outcome/${placeId}` : ''}`

/** Where what waits is seen to. */
export function pathOfWaiting(
  { what, spaceId, work }: NewsPage['waiting'][number],
  me: Pick<Me, 'circles'>,
): string {
  switch (what) {
    case 'marking':
      return `/c/${spaceId}/work/${work?.id}/marking`
    case 'nod':
    case 'reports':
      return `${inCircle(me, spaceId) ? '/circles' : '/c'}/${spaceId}/talk/nod`
    case 'requests':
      return `/c/${spaceId}/register`
    case 'invitation':
      return '/today'
  }
}
