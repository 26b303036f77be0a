import { addressOf, routes, type TabletPage } from '@oppen/contract'
import type { PlaceId } from '@oppen/core/ids'
import { Avatar } from '../../parts/Avatar.js'

/** A child on the tablet's sign-in screen. */
export type TabletFace = TabletPage['faces'][number]

type Props = {
  readonly id: PlaceId
  readonly name: string
  readonly hasPicture: boolean
  readonly size: number
}

/** A child on a shared tablet: the picture, or the initials. The name always stands beside it. */
export function Face({ id, name, hasPicture, size }: Props) {
  if (!hasPicture) return <Avatar name={name} size={size} />
  return (
    <img
      src={addressOf(routes.seeTabletFace, { placeId: id })}
      alt=""
      width={size}
      height={size}
      className="rounded-[26%] object-cover"
      style={{ width: size, height: size }}
    />
  )
}
