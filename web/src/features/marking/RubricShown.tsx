import type { ChosenLevels } from '@oppen/core/marking'
import type { Rubric } from '@oppen/core/marks'
import { showHundredths } from '../../words/numbers.js'
import { say } from '../../words/say.js'

type Props = { readonly rubric: Rubric; readonly levels: ChosenLevels | null }

/** A rubric to read: what counts, and of each criterion the level that was reached. */
export const RubricShown = ({ rubric, levels }: Props) => (
  <table className="mt-2 w-full max-w-prose text-[0.9375rem]">
    <caption className="sr-only">{say('verdict_rubric')}</caption>
    <tbody>
      {rubric.map(criterion => (
        <tr key={criterion.id} className="border-t border-rule align-baseline">
          <th scope="row" className="py-1 pe-3 text-start font-semibold">
            {criterion.name}
          </th>
          <td className="py-1">
            <ul className="flex flex-wrap gap-x-3">
              {criterion.levels.map(level => {
                const reached = levels?.[criterion.id] === level.id
                return (
                  <li
                    key={level.id}
                    className={
                      reached
                        ? 'rounded bg-pale px-1.5 font-bold'
                        : levels
                          ? 'px-1.5 text-soft max-md:hidden'
                          : 'px-1.5'
                    }
                  >
                    {reached && <span className="sr-only">{say('verdict_reached')} </span>}
                    {level.name} <span className="tabular-nums">{showHundredths(level.points)}</span>
                  </li>
                )
              })}
            </ul>
          </td>
        </tr>
      ))}
    </tbody>
  </table>
)
