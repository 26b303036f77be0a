import type { MoveLine, WorkLine } from '@oppen/contract'
import { when } from '@oppen/core/timing'
import { useNow } from '../../app/session.js'
import { say } from '../../words/say.js'
import { markWords } from '../../words/states.js'

type Move = Omit<MoveLine, 'feedback'> & { readonly feedback?: string | null }
type Props = { readonly page: { readonly moves: readonly Move[]; readonly work: WorkLine } }

/** Every move of a piece with its time and person, the newest first. */
export function History({ page }: Props) {
  const time = useNow()
  if (!page.moves.length) return null
  const details = (move: Move) =>
    [
      move.number === null ? null : say('move_number', { number: move.number }),
      move.mark === null ? null : markWords(move.mark, page.work.points),
      move.tryAgainBy === null ? null : say('move_by', { at: when(move.tryAgainBy, time) }),
    ]
      .filter(Boolean)
      .join(', ')
  return (
    <section>
      <h2 className="mb-1 text-lg">{say('work_history')}</h2>
      <ol className="text-[15px]">
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
