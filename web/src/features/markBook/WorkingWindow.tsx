import { type MarkRules, type PartWorking, type PieceWorking, percentOf } from '@oppen/core/marks'
import { Button } from '../../parts/Button.js'
import { Window } from '../../parts/Window.js'
import { showHundredths } from '../../words/numbers.js'
import { say } from '../../words/say.js'
import { averageShown, type BookRow } from './book.js'

type Props = {
  readonly row: Pick<BookRow, 'name' | 'working'>
  readonly works: readonly { readonly id: string; readonly title: string }[]
  readonly rules: MarkRules
  readonly onClose: () => void
  /** For teachers: whose being late is forgiven, and to forgive it or not. */
  readonly late?: Late
}

type Late = {
  readonly forgiven: ReadonlySet<string>
  readonly set: (workId: string, forgiven: boolean) => void
}

/** How an average has come about: each part with its pieces, what was taken, and what is left out and why. */
export function WorkingWindow({ row, works, rules, onClose, late }: Props) {
  const { working } = row
  const titleOf = new Map<string, string>(works.map(work => [work.id, work.title]))
  return (
    <Window open onClose={onClose} title={say('working_title', { name: row.name })} size="wide">
      <p className="mb-3 text-lg">
        <strong>{averageShown(working, rules) ?? say('book_average_none')}</strong>{' '}
        <span className="text-[0.9375rem] text-soft">
          {say('overview_rests', { count: working.restsOn })}
        </span>
      </p>
      {working.parts.map(part => (
        <Part key={part.category?.name ?? ''} part={part} titleOf={titleOf} rules={rules} late={late} />
      ))}
      {working.others.length > 0 && (
        <section className="mt-4">
          <h3 className="text-[0.9375rem] font-semibold">{say('working_no_category')}</h3>
          <Pieces pieces={working.others} titleOf={titleOf} late={late} />
        </section>
      )}
      <p className="mt-4 max-w-prose text-sm text-soft">
        {say('working_rounded', { count: rules.decimals })}
      </p>
    </Window>
  )
}

type PartProps = {
  readonly part: PartWorking
  readonly titleOf: ReadonlyMap<string, string>
  readonly rules: MarkRules
  readonly late: Late | undefined
}

const thousandths = (value: number): string => showHundredths(value / 1000)

function Part({ part, titleOf, rules, late }: PartProps) {
  const { category, share, weight, earned, possible } = part
  return (
    <section className="mt-4 first:mt-0">
      {category && (
        <h3 className="flex flex-wrap items-baseline gap-x-3 text-[0.9375rem] font-semibold">
          {category.name}
          <span className="text-sm font-normal text-soft">
            {weight
              ? say('working_weight', { percent: percentOf(weight, 1) })
              : say(category.weight ? 'working_empty' : 'working_weighs_nothing')}
          </span>
        </h3>
      )}
      {share && (
        <p className="text-[0.9375rem] tabular-nums">
          {say('working_sum', {
            earned: thousandths(earned),
            possible: thousandths(possible),
            percent: percentOf(share, rules.decimals),
          })}
        </p>
      )}
      <Pieces pieces={part.pieces} titleOf={titleOf} late={late} />
    </section>
  )
}

function Pieces({
  pieces,
  titleOf,
  late,
}: {
  readonly pieces: readonly PieceWorking[]
  readonly titleOf: ReadonlyMap<string, string>
  readonly late: Late | undefined
}) {
  if (!pieces.length) return null
  return (
    <table className="mt-1 w-full text-sm">
      <tbody>
        {pieces.map(piece => (
          <tr
            key={piece.id}
            className={`border-b border-rule align-baseline ${piece.leftOut ? 'text-soft' : ''}`}
          >
            <th scope="row" className="py-1 pe-3 text-start font-normal">
              {titleOf.get(piece.id) ?? ''}
            </th>
            <td className="w-28 py-1 pe-3 text-end tabular-nums">
              {piece.leftOut === null
                ? `${thousandths(piece.earned ?? 0)} / ${showHundredths(piece.points)}`
                : piece.mark !== null && `${showHundredths(piece.mark)} / ${showHundredths(piece.points)}`}
            </td>
            <td className="w-64 py-1">
              {why(piece)} {late && <Forgive piece={piece} title={titleOf.get(piece.id) ?? ''} late={late} />}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

/** Lets nothing be taken for coming late, by one press, or takes it after all. */
function Forgive({
  piece: { id, late: takes },
  title,
  late,
}: {
  readonly piece: PieceWorking
  readonly title: string
  readonly late: Late
}) {
  const forgiven = late.forgiven.has(id)
  if (!forgiven && takes === 0) return null
  const words = say(forgiven ? 'working_forgiven_not' : 'working_forgive')
  return (
    <>
      {forgiven && `${say('working_forgiven')} `}
      <Button
        variant="quiet"
        className="!min-h-0 !px-0 !py-0 text-sm"
        aria-label={`${words}, ${title}`}
        onClick={() => late.set(id, !forgiven)}
      >
        {words}
      </Button>
    </>
  )
}

/** What is to be said of a piece besides its mark. */
function why({ leftOut, late, mark, points, zero, extra }: PieceWorking): string {
  if (leftOut) return say(`left_out_${leftOut}`)
  const words: string[] = []
  if (zero) words.push(say('working_zero'))
  if (late > 0)
    words.push(
      say('working_late', {
        mark: showHundredths(mark ?? 0),
        percent: percentOf({ n: BigInt(late), d: 1000n }, 1),
      }),
    )
  if (extra) words.push(say('working_extra', { points: showHundredths(points) }))
  return words.join(' · ')
}
