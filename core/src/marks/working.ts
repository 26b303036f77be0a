import { afterLate, lateTake } from './late.js'
import type { Hundredths } from './mark.js'
import { compareShares, type Share } from './rounding.js'
import { type Category, categoryKey, type MarkRules, type Permille } from './rules.js'

const DAY = 86_400_000

/** Where one pupil's work stands, as averages look at it. */
export type Piece = {
  readonly id: string
  /** The points there are; above zero. */
  readonly points: Hundredths
  /** The name of its category; empty for none. */
  readonly category: string
  /** It adds to what was earned and not to what there was to earn. */
  readonly extra: boolean
  /** Whether the teacher lets it count. */
  readonly counts: boolean
  readonly standing:
    | {
        readonly is: 'marked'
        readonly mark: Hundredths
        readonly lateBy: number
        readonly forgiven: boolean
      }
    /** How long its deadline has been over, in milliseconds. */
    | { readonly is: 'missing'; readonly for: number }
    | { readonly is: 'excused' }
    /** Not marked, and not missing. */
    | { readonly is: 'open' }
}

/** Why a piece is not in an average. */
export const LEFT_OUT = [
  'excused',
  'notCounted',
  'open',
  'missing',
  'dropped',
  'noCategory',
  'noWeight',
] as const
export type LeftOut = (typeof LEFT_OUT)[number]

/** What became of one piece. */
export type PieceWorking = {
  readonly id: string
  readonly points: Hundredths
  readonly extra: boolean
  /** The mark as it was given; null where there is none, or zero stands in its place. */
  readonly mark: Hundredths | null
  /** What counts of it, in thousandths of hundredths; null where it is left out. */
  readonly earned: number | null
  /** What coming late cost, in thousandths of the points. */
  readonly late: Permille
  /** Whether zero stands for what is missing. */
  readonly zero: boolean
  readonly leftOut: LeftOut | null
}

/** A category, or all pieces where there are no categories. */
export type PartWorking = {
  readonly category: Pick<Category, 'name' | 'weight'> | null
  /** In thousandths of hundredths; what there was to earn is in the same unit. */
  readonly earned: number
  readonly possible: number
  readonly share: Share | null
  /** Its part of the whole once the weights of empty categories are shared out; null where it is not in the average. */
  readonly weight: Share | null
  readonly pieces: readonly PieceWorking[]
}

/** An average and how it has come about. */
export type Working = {
  /** Null where nothing counts yet. */
  readonly share: Share | null
  /** How many marks it rests on, zeros for missing work among them. */
  readonly restsOn: number
  readonly parts: readonly PartWorking[]
  /** Pieces that belong to no category where categories are weighed. */
  readonly others: readonly PieceWorking[]
}

/** What became of a piece before the lowest are dropped. */
function look(piece: Piece, rules: MarkRules): PieceWorking {
  const { id, points, extra, standing } = piece
  const none = { id, points, extra, mark: null, earned: null, late: 0, zero: false }
  const mark = standing.is === 'marked' ? standing.mark : null
  if (standing.is === 'excused') return { ...none, leftOut: 'excused' }
  if (!piece.counts) return { ...none, mark, leftOut: 'notCounted' }
  if (standing.is === 'open') return { ...none, leftOut: 'open' }
  if (standing.is === 'missing') {
    const { zeroAfterDays } = rules
    // nobody loses by extra work that they have not done
    const zero = !extra && zeroAfterDays !== null && standing.for >= zeroAfterDays * DAY
    return zero ? { ...none, earned: 0, zero, leftOut: null } : { ...none, leftOut: 'missing' }
  }
  const lateBy = standing.forgiven ? 0 : standing.lateBy
  const earned = afterLate({ mark: standing.mark, points, lateBy }, rules.late)
  const late = earned === standing.mark * 1000 ? 0 : lateTake(rules.late, lateBy)
  return { ...none, mark, earned, late, leftOut: null }
}

/** Leaves out the lowest, by the part of their points; of two alike the one with more points. One always stays. */
function drop(pieces: readonly PieceWorking[], most: number): PieceWorking[] {
  const counted = pieces.filter(one => one.leftOut === null && !one.extra)
  const lowest = [...counted]
    .sort((a, b) => (a.earned ?? 0) * b.points - (b.earned ?? 0) * a.points || b.points - a.points)
    .slice(0, Math.max(0, Math.min(most, counted.length - 1)))
  return pieces.map(one => (lowest.includes(one) ? { ...one, earned: null, leftOut: 'dropped' } : one))
}

function partOf(
  category: Category | null,
  looked: readonly PieceWorking[],
  most: number,
): Omit<PartWorking, 'weight'> {
  const pieces = drop(looked, most)
  let earned = 0
  let possible = 0
  for (const one of pieces) {
    if (one.leftOut !== null) continue
    earned += one.earned ?? 0
    if (!one.extra) possible += one.points * 1000
  }
  const share = possible > 0 ? { n: BigInt(earned), d: BigInt(possible) } : null
  const named = category && { name: category.name, weight: category.weight }
  return { category: named, earned, possible, share, pieces }
}

const restsOn = (parts: readonly PartWorking[]): number =>
  parts
    .filter(part => part.weight !== null)
    .reduce((sum, part) => sum + part.pieces.filter(one => one.leftOut === null).length, 0)

/**
 * The average of one pupil's pieces by the rules of the class, with its working: exact, so that it is rounded where it is shown and
 * nowhere before. Whatever is earned by extra work comes on top, and the whole can be above one.
 */
export function averageWithWorking(pieces: readonly Piece[], rules: MarkRules): Working {
  const looked = pieces.map(piece => [piece, look(piece, rules)] as const)
  if (rules.basis === 'points') {
    const all = partOf(
      null,
      looked.map(([, one]) => one),
      rules.dropLowest,
    )
    const parts = [{ ...all, weight: all.share && { n: 1n, d: 1n } }]
    return { share: all.share, restsOn: restsOn(parts), parts, others: [] }
  }
  const known = new Set(rules.categories.map(one => categoryKey(one.name)))
  const inNone = ([piece]: (typeof looked)[number]) => !known.has(categoryKey(piece.category))
  const found = rules.categories.map(category =>
    partOf(
      category,
      looked
        .filter(([piece]) => categoryKey(piece.category) === categoryKey(category.name))
        .map(([, one]) => one),
      category.dropLowest,
    ),
  )
  const weighed = found.filter(part => part.share !== null && (part.category?.weight ?? 0) > 0)
  const total = weighed.reduce((sum, part) => sum + (part.category?.weight ?? 0), 0)
  const parts = found.map(part => {
    const weight = part.category?.weight ?? 0
    if (weighed.includes(part)) return { ...part, weight: { n: BigInt(weight), d: BigInt(total) } }
    // what only adds to nothing is not in the average either
    const pieces = part.pieces.map(one =>
      one.leftOut === null ? { ...one, earned: null, leftOut: 'noWeight' as const } : one,
    )
    return { ...part, pieces, weight: null }
  })
  return {
    share: total > 0 ? sumOf(parts) : null,
    restsOn: restsOn(parts),
    parts,
    others: looked
      .filter(inNone)
      .map(([, one]) => (one.leftOut === null ? { ...one, earned: null, leftOut: 'noCategory' } : one)),
  }
}

function sumOf(parts: readonly PartWorking[]): Share {
  let sum: Share = { n: 0n, d: 1n }
  for (const { share, weight } of parts) {
    if (!share || !weight) continue
    const d = share.d * weight.d
    sum = { n: sum.n * d + share.n * weight.n * sum.d, d: sum.d * d }
  }
  return sum
}

/**
 * The least part of their points, in thousandths, that all open pieces would need for an average of at least so much; 0 where it is
 * reached whatever comes, null where it cannot be reached, or where nothing is open.
 */
export function neededFor(target: Share, pieces: readonly Piece[], rules: MarkRules): Permille | null {
  const reached = (part: Permille): boolean => {
    const { share } = averageWithWorking(withOpenAt(pieces, part), rules)
    return share !== null && compareShares(share, target) >= 0
  }
  if (!pieces.some(isOpen) || !reached(1000)) return null
  let [low, high] = [0, 1000]
  // more on what is open is never less in all
  while (low < high) {
    const middle = Math.floor((low + high) / 2)
    if (reached(middle)) high = middle
    else low = middle + 1
  }
  return low
}

const isOpen = ({ standing, counts, extra }: Piece): boolean => standing.is === 'open' && counts && !extra

function withOpenAt(pieces: readonly Piece[], part: Permille): Piece[] {
  return pieces.map(piece =>
    isOpen(piece)
      ? {
          ...piece,
          standing: { is: 'marked', mark: (piece.points * part) / 1000, lateBy: 0, forgiven: true },
        }
      : piece,
  )
}

/** The average if pieces were marked as given, in place of how they stand. */
export const whatIf = (
  marks: ReadonlyMap<string, Hundredths>,
  pieces: readonly Piece[],
  rules: MarkRules,
): Working =>
  averageWithWorking(
    pieces.map(piece => {
      const mark = marks.get(piece.id)
      return mark === undefined
        ? piece
        : { ...piece, standing: { is: 'marked', mark, lateBy: 0, forgiven: true } }
    }),
    rules,
  )
