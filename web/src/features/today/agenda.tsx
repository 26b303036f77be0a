import type { TodayPiece } from '@oppen/contract'
import { type Agenda, agendaOf } from '@oppen/core/today'
import { type PieceState, stateOfWork, type WorkKind } from '@oppen/core/work'
import { useMemo } from 'react'
import { useNow } from '../../app/session.js'
import { Section } from '../../parts/Sheet.js'
import { say, type WordKey } from '../../words/say.js'
import { PieceLine } from '../work/PieceLine.js'

export type Waiting = TodayPiece & {
  readonly kind: WorkKind
  readonly state: PieceState
  readonly minutes: number | null
}

/** The pieces sorted by what they ask, as of now. */
export function useAgenda(pieces: readonly TodayPiece[]): Agenda<Waiting> {
  const { now } = useNow()
  return useMemo(
    () =>
      agendaOf(
        pieces.map(piece => ({
          ...piece,
          kind: piece.work.kind,
          state: stateOfWork(piece.work, piece.status, now),
          minutes: piece.work.minutes,
        })),
      ),
    [pieces, now],
  )
}

type ListProps = {
  readonly title: WordKey
  readonly pieces: readonly Waiting[]
  readonly readAt: number | null
  readonly to: (piece: TodayPiece) => string
}

/** One part of somebody's day; nothing where there is nothing. */
export function AgendaList({ title, pieces, readAt, to }: ListProps) {
  if (!pieces.length) return null
  return (
    <Section title={say(title)}>
      <ul>
        {pieces.map(piece => (
          <PieceLine
            key={`${piece.work.id} ${piece.placeId}`}
            work={piece.work}
            status={piece.status}
            to={to(piece)}
            meta={piece.className}
            feedback={piece.feedback}
            newNotes={piece.newNotes}
            isNew={readAt !== null && (piece.status.handedBackAt ?? 0) > readAt}
          />
        ))}
      </ul>
    </Section>
  )
}
