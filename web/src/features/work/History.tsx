import type { MoveLine, WorkLine } from '@oppen/contract'
import { useNow, useTie } from '../../app/session.js'
import { listWords } from '../../words/numbers.js'
import { say } from '../../words/say.js'
import { markWords } from '../../words/states.js'
import { when } from '../../words/times.js'

type Move = Omit<MoveLine, 'feedback'> & { readonly feedback?: string | null }
type Props = { readonly page: { readonly moves: readonly Move[]; readonly work: WorkLine } }

/** Every move of a submission with its time and person, the newest first. */
export function History({ page }: Props) {
  const time = useNow()
  const scale = useTie()?.markWords
  if (!page.moves.length) return null
  const count = (kind: Move['kind']) => page.moves.filter(move => move.kind === kind).length
  const counts = [
    ...(count('handIn') ? [say('moves_count_in', { count: count('handIn') })] : []),
    ...(count('takeBack') ? [say('moves_count_back', { count: count('takeBack') })] : []),
  ]
  const details = (move: Move) =>
    listWords(
      [
        move.number === null ? null : say('move_number', { number: move.number }),
        move.mark === null ? null : markWords(move.mark, page.work.points, scale),
        move.tryAgainBy === null ? null : say('move_by', { at: when(move.tryAgainBy, time) }),
        move.pressedAt === null ? null : say('handIn_pressed', { at: when(move.pressedAt, time) }),
        move.pressedAt === null ? null : say('handIn_arrived', { at: when(move.at, time) }),
      ].filter(one => one !== null),
    )
  return (
    <section>
      <h2 className="text-lg">{say('work_history')}</h2>
      {counts.length > 0 && <p className="text-sm text-soft">{counts.join(' · ')}</p>}
      <ol className="text-[0.9375rem]">
        {[...page.moves].reverse().map(move => (
          <li
            key={`${move.kind} ${move.at}`}
            className="flex gap-3 border-b border-rule py-1.5 last:border-0"
          >
            <span className="w-24 shrink-0 text-sm text-soft tabular-nums">{when(move.at, time)}</span>
            <span>
              {say(`move_${move.kind}`)} {details(move)}
              <span className="text-soft"> · {move.by}</span>
              {move.feedback && <span className="block text-soft">“{move.feedback}”</span>}
            </span>
          </li>
        ))}
      </ol>
    </section>
  )
}
