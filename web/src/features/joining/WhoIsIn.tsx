import type { DoorPage } from '@oppen/contract'
import { firstName } from '../../app/places.js'
import { Avatar } from '../../parts/Avatar.js'
import { Progress } from '../../parts/Progress.js'
import { listWords } from '../../words/numbers.js'
import { say } from '../../words/say.js'

/** Who came in by this door, the newest first, and who has not. */
export function WhoIsIn({ page, now }: { readonly page: DoorPage; readonly now: number }) {
  const { inside, notYet } = page
  const all = inside.length + notYet.length
  return (
    <>
      <h2 className="text-2xl" aria-live="polite">
        {say('board_in', { in: inside.length, of: all })}
      </h2>
      <Progress
        max={all}
        value={inside.length}
        label={say('board_in', { in: inside.length, of: all })}
        className="mt-3 w-full shrink-0"
      />
      <ul className="mt-4 flex flex-col gap-1.5">
        {inside.map(one => (
          <li key={one.placeId} className="flex items-center gap-3">
            <Avatar name={one.name} size={24} />
            <span className="flex-1">{one.name}</span>
            <span className="text-sm text-soft tabular-nums">
              {now - one.at < 60_000
                ? say('board_now')
                : say('board_ago', { minutes: Math.floor((now - one.at) / 60_000) })}
            </span>
          </li>
        ))}
      </ul>
      {notYet.length > 0 && (
        <p className="mt-3 border-t border-linen-deep pt-3 text-[0.9375rem] text-soft">
          {say('board_not_yet', { names: listWords(notYet.map(one => firstName(one.name))) })}
        </p>
      )}
    </>
  )
}
