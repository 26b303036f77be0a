import type { RegisterPlace } from '@oppen/contract'
import { addressOf, routes } from '@oppen/contract'
import { useIds } from '../../app/session.js'
import { Avatar } from '../../parts/Avatar.js'

type Props = { readonly place: RegisterPlace; readonly size: number }

/** Somebody on the register: the picture, or the initials. The name always stands beside it. */
export function RegisterFace({ place, size }: Props) {
  const { classId } = useIds()
  if (!place.hasPicture) return <Avatar name={place.name} size={size} />
  return (
    <img
      src={addressOf(routes.seeFace, { classId, placeId: place.id })}
      alt=""
      width={size}
      height={size}
      className="rounded-[26%] object-cover"
      style={{ width: size, height: size }}
    />
  )
}
