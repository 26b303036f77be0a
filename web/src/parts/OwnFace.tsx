import { addressOf, everydayRoutes, type Me } from '@oppen/contract'
import { Avatar } from './Avatar.js'

type Props = { readonly account: Me['account']; readonly size?: number }

/** Whoever is signed in: the own picture, or the initials. */
export function OwnFace({ account, size = 34 }: Props) {
  if (!account.hasPicture) return <Avatar name={account.shownName} size={size} />
  return (
    <img
      // whoever comes next on a shared device has another address, so that no picture of before is shown
      src={`${addressOf(everydayRoutes.seePicture, {})}?of=${account.id}`}
      alt=""
      width={size}
      height={size}
      className="shrink-0 rounded-[26%] object-cover"
      style={{ width: size, height: size }}
    />
  )
}
