import { err, type Outcome, ok } from '../outcome/index.js'
import { DECIMALS, type Decimals } from './rounding.js'
import { SIGNAL_RULES, type SignalRules } from './signals.js'

/** Thousandths: 500 is one half. */
export type Permille = number

/** What kind of work a mark is for, and how much all of it together counts. */
export type Category = {
  readonly name: string
  /** Its part of the whole, by the side of the other weights. */
  readonly weight: number
  /** So many of its lowest marks are left out. */
  readonly dropLowest: number
}

/** What coming late costs: a part of the points there are, for each step that has begun. */
export type LateRule = {
  /** The length of a step in hours, 24 for a day; null takes it once, however late. */
  readonly everyHours: number | null
  readonly take: Permille
  /** It never takes a mark below this part of the points, nor lifts one that is below it anyhow. */
  readonly floor: Permille
}

/** A word or a letter for an average or a mark, from this part of the whole on. */
export type ScaleStep = { readonly label: string; readonly from: Permille }

/** Which mark of a work that was tried several times counts. */
export const ATTEMPT_RULES = ['last', 'best', 'first'] as const
export type AttemptRule = (typeof ATTEMPT_RULES)[number]

/** How a class turns marks into averages. */
export type MarkRules = {
  /** All points had of all points there were, or the parts of categories by their weights. */
  readonly basis: 'points' | 'categories'
  readonly categories: readonly Category[]
  /** So many of the lowest marks are left out where the basis is points. */
  readonly dropLowest: number
  /** So many days after its deadline missing work counts as zero; null for never. */
  readonly zeroAfterDays: number | null
  readonly late: LateRule | null
  readonly attempts: AttemptRule
  /** The steps of a scale, the highest first; none shows percent alone. */
  readonly scale: readonly ScaleStep[]
  /** Whether pupils and families see the word of the scale in place of the points where a mark or an average stands. */
  readonly wordsOnly: boolean
  readonly decimals: Decimals
  /** Whether pupils and families see how the class did, where enough of it is marked. */
  readonly figures: boolean
  /** Whether pupils and families see averages; marks they see in any case. */
  readonly averages: boolean
  /** What the teachers want to be told of. */
  readonly signals: SignalRules
}

/** How a class begins: by points, nothing left out, missing work not counted, nothing taken for coming late. */
export const MARK_RULES: MarkRules = {
  basis: 'points',
  categories: [],
  dropLowest: 0,
  zeroAfterDays: null,
  late: null,
  attempts: 'last',
  scale: [],
  wordsOnly: false,
  decimals: 1,
  figures: false,
  averages: true,
  signals: SIGNAL_RULES,
}

/** For fewer pupils than these nobody but teachers sees figures of a class: one could be told from them. */
export const FEWEST_FOR_FIGURES = 10

/** By what a category is known: however its name is written, it is one. */
export const categoryKey = (name: string): string => name.trim().toLocaleLowerCase()

export const MOST_CATEGORIES = 12
export const MOST_STEPS = 20
const LONGEST_NAME = 40

const isWhole = (value: number, least: number, most: number): boolean =>
  Number.isInteger(value) && value >= least && value <= most

/**
 * Rules as they were typed, in order. Refuses `rules_categories` where there are none to weigh, too many, two of one name or no
 * weight above zero, `rules_number` with `what` for what is no whole number in its range, and `rules_scale` where two steps begin at
 * one place or share a word.
 */
export function readMarkRules(typed: MarkRules): Outcome<MarkRules> {
  const categories = typed.categories.map(one => ({ ...one, name: one.name.trim().slice(0, LONGEST_NAME) }))
  const names = new Set(categories.map(one => categoryKey(one.name)))
  const weighs = categories.some(one => one.weight > 0)
  if (
    categories.length > MOST_CATEGORIES ||
    names.size < categories.length ||
    names.has('') ||
    (typed.basis === 'categories' && !weighs)
  )
    return err('rules_categories', { most: MOST_CATEGORIES })
  const { late, zeroAfterDays } = typed
  const numbers: [string, boolean][] = [
    ['weight', categories.every(one => isWhole(one.weight, 0, 1000))],
    ['drop', [typed, ...categories].every(one => isWhole(one.dropLowest, 0, 20))],
    ['zero', zeroAfterDays === null || isWhole(zeroAfterDays, 0, 365)],
    ['late', !late || (isWhole(late.take, 1, 1000) && isWhole(late.floor, 0, 1000))],
    ['step', !late || late.everyHours === null || isWhole(late.everyHours, 1, 24 * 28)],
    ['decimals', DECIMALS.includes(typed.decimals)],
    ['signals', Object.values(typed.signals).every(one => one === null || isWhole(one, 1, 60))],
  ]
  const wrong = numbers.find(([, right]) => !right)
  if (wrong) return err('rules_number', { what: wrong[0] })
  const scale = readScale(typed.scale)
  if (!scale.ok) return scale
  // without words points are all there is
  return ok({
    ...typed,
    categories,
    scale: scale.value,
    wordsOnly: typed.wordsOnly && scale.value.length > 0,
  })
}

/** A scale, the highest step first, the lowest from nothing on. Refuses `rules_scale`. */
export function readScale(typed: readonly ScaleStep[]): Outcome<readonly ScaleStep[]> {
  const steps = typed
    .map(({ label, from }) => ({ label: label.trim().slice(0, LONGEST_NAME), from }))
    .sort((a, b) => b.from - a.from)
  const labels = new Set(steps.map(one => one.label))
  const starts = new Set(steps.map(one => one.from))
  const fits =
    steps.length <= MOST_STEPS &&
    labels.size === steps.length &&
    starts.size === steps.length &&
    !labels.has('') &&
    steps.every(one => isWhole(one.from, 0, 1000)) &&
    (!steps.length || steps.at(-1)?.from === 0)
  return fits ? ok(steps) : err('rules_scale', { most: MOST_STEPS })
}
