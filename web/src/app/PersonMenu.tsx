import type { Me } from '@oppen/contract'
import { DropdownMenu } from 'radix-ui'
import { Link } from 'react-router'
import { OwnFace } from '../parts/OwnFace.js'
import { say } from '../words/say.js'
import NewsCount from './NewsCount.js'
import { useSignOut } from './session.js'

const ITEM =
  'block w-full rounded px-3 py-2.5 text-start outline-none data-[highlighted]:bg-pale data-[highlighted]:text-blue'

/** Who is signed in on a phone: a press on the face shows the name, the way to the account and the way out. */
export default function PersonMenu({ me }: { readonly me: Me }) {
  const signOut = useSignOut()
  const { shownName } = me.account
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger
        aria-label={say('person_menu', { name: shownName })}
        className="flex size-11 shrink-0 items-center justify-center rounded-full"
      >
        <OwnFace account={me.account} />
      </DropdownMenu.Trigger>
      <DropdownMenu.Content
        align="end"
        sideOffset={2}
        collisionPadding={8}
        className="z-40 min-w-52 rounded-[var(--radius-card)] border border-edge bg-sheet p-1.5 shadow-lg"
      >
        <DropdownMenu.Label className="px-3 py-1.5 text-sm text-soft">{shownName}</DropdownMenu.Label>
        <DropdownMenu.Item asChild>
          <Link to="/new" className={ITEM}>
            {say('news')}{' '}
            <NewsCount className="ms-1 rounded-full bg-ochre px-1.5 text-xs font-bold text-on-ochre" />
          </Link>
        </DropdownMenu.Item>
        <DropdownMenu.Item asChild>
          <Link to="/account" className={ITEM}>
            {say('account')}
          </Link>
        </DropdownMenu.Item>
        <DropdownMenu.Item className={ITEM} onSelect={() => void signOut()}>
          {say('sign_out')}
        </DropdownMenu.Item>
      </DropdownMenu.Content>
    </DropdownMenu.Root>
  )
}
