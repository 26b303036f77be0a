import { addressOf, type KeptWork, type PortfolioPage, routes } from '@oppen/contract'
import type { ClassId } from '@oppen/core/ids'
import { byGoal, byTime } from '@oppen/core/portfolio'
import { localDateAt } from '@oppen/core/zone'
import { Link2 } from 'lucide-react'
import { Link } from 'react-router'
import { useNow } from '../../app/session.js'
import { Row, Section } from '../../parts/Sheet.js'
import { monthWords, shortDate } from '../../words/dates.js'
import { say } from '../../words/say.js'
import { Reasons } from './Reasons.js'

export type Order = 'time' | 'goal'

type Props = {
  readonly classId: ClassId
  readonly page: PortfolioPage
  readonly order: Order
}

/** What is kept, by month or by the goal that it shows. */
export function Shelves({ classId, page, order }: Props) {
  const { zone } = useNow()
  const shelves = order === 'time' ? byTime(page.pieces, zone) : byGoal(page.pieces)
  const titleOf = (key: string | null): string => {
    if (key === null) return say('portfolio_no_goal')
    return order === 'time' ? monthWords(key) : key
  }
  return shelves.map(({ key, pieces }) => (
    <Section key={key ?? ''} title={titleOf(key)}>
      <ul>
        {pieces.map(piece => (
          <Piece
            key={`${piece.workId} ${piece.handIn}`}
            classId={classId}
            page={page}
            piece={piece}
            under={key}
          />
        ))}
      </ul>
    </Section>
  ))
}

type PieceProps = Pick<Props, 'classId' | 'page'> & {
  readonly piece: KeptWork
  readonly under: string | null
}

function Piece({ classId, page: { pupil }, piece, under }: PieceProps) {
  const { zone } = useNow()
  const { workId, handIn, picture, excerpt } = piece
  const params = { classId, placeId: pupil.placeId, workId, number: String(handIn) }
  return (
    <Row
      as="li"
      margin={shortDate(localDateAt(piece.handedInAt, zone))}
      className="border-t border-rule py-3"
    >
      <article className="flex max-w-3xl gap-4">
        <div className="flex min-w-0 flex-1 flex-col gap-2">
          <div>
            <h3 className="text-[1.0625rem] font-semibold">
              <Link
                to={`/c/${classId}/portfolio/${pupil.placeId}/${workId}/${handIn}`}
                className="text-blue underline underline-offset-2"
              >
                {piece.title}
              </Link>
            </h3>
            <p className="text-sm text-soft">
              {[
                piece.topicName,
                handIn > 1 ? say('portfolio_handIn', { number: handIn }) : null,
                piece.links > 0 ? say('portfolio_links', { count: piece.links }) : null,
              ]
                .filter(Boolean)
                .join(' · ')}
              {piece.links > 0 && <Link2 size={15} aria-hidden="true" className="ms-1 inline" />}
            </p>
          </div>
          <Reasons reasons={piece.reasons} name={pupil.name} under={under} />
          {excerpt && <p className="text-[0.9375rem] text-soft [overflow-wrap:anywhere]">{excerpt}</p>}
        </div>
        {picture && (
          <img
            src={addressOf(routes.seeKeptFile, { ...params, fileId: picture })}
            alt=""
            loading="lazy"
            className="h-32 w-40 shrink-0 rounded border border-rule object-cover max-md:h-20 max-md:w-24"
          />
        )}
      </article>
    </Row>
  )
}
