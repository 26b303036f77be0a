import type { Instant } from '../ids/index.js'
import type { Hundredths } from '../marks/index.js'
import { err, type Outcome, ok } from '../outcome/index.js'

/**
 * Where a pupil's submission can stand, by its recorded moves alone: no deadline and no clock in it. From the least to the
 * furthest along: what counts where two submissions of one child become one.
 */
export const PHASES = [
  'untouched',
  'excused',
  'started',
  'tryAgain',
  'received',
  'withTeacher',
  'handedBack',
] as const
export type Phase = (typeof PHASES)[number]

/** The moves of a work, as they are recorded. */
export type Move =
  | {
      readonly kind: 'start' | 'takeBack' | 'excuse' | 'include' | 'receive' | 'unreceive'
      readonly at: Instant
    }
  /** The pupil goes on with what was handed back, to hand it in again. */
  | {
      readonly kind: 'improve'
      readonly at: Instant
    }
  /** `pressedAt` is when it was pressed, where that was earlier than it arrived: it counts as handed in then. */
  | { readonly kind: 'handIn'; readonly at: Instant; readonly pressedAt?: Instant | null }
  | { readonly kind: 'handBack'; readonly at: Instant; readonly mark: Hundredths | null }
  /** `by` is the new deadline; null asks for it without one. */
  | { readonly kind: 'tryAgain'; readonly at: Instant; readonly by: Instant | null }
  /** What was handed back last is with the teacher again, or improving it is called off: as it stood `before`. */
  | { readonly kind: 'recall'; readonly at: Instant; readonly before: SubmissionStatus }

/** A move as it is recorded: what stood before a recall follows from the moves. */
export type RecordedMove =
  | Exclude<Move, { kind: 'recall' }>
  | { readonly kind: 'recall'; readonly at: Instant }

export type MoveKind = Move['kind']

/** What all moves so far add up to: the projection that lists read. */
export type SubmissionStatus = {
  readonly phase: Phase
  /** The phase to return to when a hand-in is taken back, an excuse lifted or a receipt struck out. */
  readonly phaseBefore: Phase
  readonly handIns: number
  readonly firstHandedInAt: Instant | null
  readonly handedInAt: Instant | null
  readonly handedBackAt: Instant | null
  readonly receivedAt: Instant | null
  readonly mark: Hundredths | null
  readonly tryAgainBy: Instant | null
}

/** A submission that nobody has moved yet. */
export const UNTOUCHED: SubmissionStatus = {
  phase: 'untouched',
  phaseBefore: 'untouched',
  handIns: 0,
  firstHandedInAt: null,
  handedInAt: null,
  handedBackAt: null,
  receivedAt: null,
  mark: null,
  tryAgainBy: null,
}

/** The phases from which each move may be made. */
export const MOVES: Readonly<Record<MoveKind, readonly Phase[]>> = {
  start: ['untouched'],
  handIn: ['started', 'tryAgain'],
  takeBack: ['withTeacher'],
  handBack: ['withTeacher', 'received', 'handedBack'],
  tryAgain: ['withTeacher', 'received', 'handedBack'],
  excuse: ['untouched', 'started', 'withTeacher', 'tryAgain'],
  include: ['excused'],
  receive: ['untouched', 'started', 'tryAgain'],
  unreceive: ['received'],
  improve: ['handedBack'],
  recall: ['handedBack', 'tryAgain'],
}

export const MOVE_KINDS = Object.keys(MOVES) as readonly MoveKind[]

/** Whether a move can follow where the submission stands. */
export const mayFollow = (kind: MoveKind, status: SubmissionStatus): boolean =>
  MOVES[kind].includes(status.phase)

/**
 * Where a submission stands after one more move. Refuses `illegal_move` with `move` and `phase` where the move
 * cannot follow.
 */
export function next(status: SubmissionStatus, move: Move): Outcome<SubmissionStatus> {
  if (!mayFollow(move.kind, status)) return err('illegal_move', { move: move.kind, phase: status.phase })
  return ok({ ...status, ...changes(status, move) })
}

/** Whether its pupil goes on with what was handed back, of their own accord. */
export const isImproving = ({ phase, phaseBefore }: SubmissionStatus): boolean =>
  phase === 'tryAgain' && phaseBefore === 'handedBack'

/** What is left for another phase; an improvement stays one, so that it is as late as what it improves. */
const leaving = (status: SubmissionStatus): Phase => (isImproving(status) ? 'handedBack' : status.phase)

/** The phase to which a submission returns. */
const returning = ({ phaseBefore }: SubmissionStatus): Phase =>
  phaseBefore === 'handedBack' ? 'tryAgain' : phaseBefore

function changes(status: SubmissionStatus, move: Move): Partial<SubmissionStatus> {
  switch (move.kind) {
    case 'start':
      return { phase: 'started' }
    case 'handIn':
      return {
        phase: 'withTeacher',
        phaseBefore: leaving(status),
        handIns: status.handIns + 1,
        firstHandedInAt: status.firstHandedInAt ?? move.pressedAt ?? move.at,
        handedInAt: move.pressedAt ?? move.at,
      }
    case 'handBack':
      return { phase: 'handedBack', handedBackAt: move.at, mark: move.mark }
    case 'tryAgain':
      return {
        ...{ phase: 'tryAgain', tryAgainBy: move.by, handedBackAt: move.at },
        ...(status.phaseBefore === 'handedBack' && { phaseBefore: 'started' }),
      }
    case 'improve':
      return { phase: 'tryAgain', phaseBefore: 'handedBack', tryAgainBy: null }
    case 'excuse':
      return { phase: 'excused', phaseBefore: leaving(status) }
    case 'receive':
      return { phase: 'received', phaseBefore: leaving(status), receivedAt: move.at }
    case 'unreceive':
      return { phase: returning(status), receivedAt: null }
    case 'takeBack':
      return { phase: returning(status) }
    case 'include':
      return { phase: returning(status), ...phaseBeforeHandIn(status) }
    case 'recall':
      return move.before
  }
}

/**
 * Where an excuse was lifted from a hand-in that lies with the teacher, the phase that taking it back leads to: what was handed
 * back before was asked for again, for nothing else is handed in after that.
 */
function phaseBeforeHandIn({ phaseBefore, handedBackAt }: SubmissionStatus): Partial<SubmissionStatus> {
  if (phaseBefore !== 'withTeacher') return {}
  return { phaseBefore: handedBackAt === null ? 'started' : 'tryAgain' }
}

/** What brings work back to its pupil. */
const BACK: readonly MoveKind[] = ['handBack', 'tryAgain']
/** What a recall can follow: nobody has gone on since. */
const RECALLED: readonly MoveKind[] = [...BACK, 'improve']

/**
 * Adds up recorded moves from the beginning, each with what it came to. Throws, naming the move, if one could never have been
 * recorded.
 */
function statuses(moves: readonly RecordedMove[]): SubmissionStatus[] {
  const after: SubmissionStatus[] = [UNTOUCHED]
  moves.forEach((move, index) => {
    const status = after[index] ?? UNTOUCHED
    const last = moves[index - 1]
    const back = last && RECALLED.includes(last.kind) ? after[index - 1] : undefined
    const made = move.kind !== 'recall' ? move : back && { ...move, before: back }
    const reached = made && next(status, made)
    if (!reached?.ok) throw new Error(`move ${index + 1} (${move.kind}) cannot follow ${status.phase}`)
    after.push(reached.value)
  })
  return after
}

/** What recorded moves add up to. Throws, naming the move, if one could never have been recorded. */
export const replay = (moves: readonly RecordedMove[]): SubmissionStatus =>
  statuses(moves).at(-1) ?? UNTOUCHED

/** Where a submission stood before it was handed back last. Refuses `illegal_move` where something has followed. */
export const beforeHandBack = (moves: readonly RecordedMove[]): Outcome<SubmissionStatus> =>
  beforeLast(moves, BACK)

/** Where a submission stood before its pupil began to improve it. Refuses `illegal_move` where something has followed. */
export const beforeImproving = (moves: readonly RecordedMove[]): Outcome<SubmissionStatus> =>
  beforeLast(moves, ['improve'])

function beforeLast(moves: readonly RecordedMove[], kinds: readonly MoveKind[]): Outcome<SubmissionStatus> {
  const last = moves.at(-1)
  const after = statuses(moves)
  if (!last || !kinds.includes(last.kind))
    return err('illegal_move', { move: 'recall', phase: (after.at(-1) ?? UNTOUCHED).phase })
  return ok(after.at(-2) ?? UNTOUCHED)
}

/** Moves that were not recalled, without the recalls themselves. */
export function standing<M extends { readonly kind: MoveKind }>(moves: readonly M[]): M[] {
  return moves.filter((move, index) => move.kind !== 'recall' && moves[index + 1]?.kind !== 'recall')
}
