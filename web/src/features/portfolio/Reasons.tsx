import type { KeptPage } from '@oppen/contract'
import { firstName } from '../../app/places.js'
import { say } from '../../words/say.js'

type Props = {
  readonly reasons: KeptPage['reasons']
  readonly name: string
  /** The goal under which it stands, which need not be said again. */
  readonly under?: string | null
}

/** Why a piece is kept: the words of the pupil and of a teacher, and the goals that it shows. */
export const Reasons = ({ reasons, name, under = null }: Props) => (
  <div className="flex flex-col gap-2">
    {reasons.map(({ side, why, goal, by }) => (
      <blockquote
        key={side}
        className={`border-s-4 px-3 py-1 ${side === 'pupil' ? 'border-blue' : 'border-margin'}`}
      >
        <p className="text-sm text-soft">
          {say('portfolio_chosen', { name: side === 'pupil' ? firstName(name) : by })}
        </p>
        <p className="whitespace-pre-line [overflow-wrap:anywhere]">{why}</p>
        {goal !== null && goal !== under && (
          <p className="text-sm text-soft">{say('portfolio_shows', { goal })}</p>
        )}
      </blockquote>
    ))}
  </div>
)
