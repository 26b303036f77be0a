import '../../words/en/people.js'
import type { OwnWorkPage } from '@oppen/contract'
import { addressOf, routes } from '@oppen/contract'
import type { PlaceId } from '@oppen/core/ids'
import { when } from '@oppen/core/timing'
import { useSuspenseQuery } from '@tanstack/react-query'
import { reads } from '../../app/queries.js'
import { useIds, useMe, useNow } from '../../app/session.js'
import { buttonClasses } from '../../parts/Button.js'
import { Empty } from '../../parts/Feedback.js'
import { Head, Row, Section, Sheet } from '../../parts/Sheet.js'
import { Written } from '../../parts/Written.js'
import { say } from '../../words/say.js'
import { markWords } from '../../words/states.js'

/** All own work of a pupil in one class, to be read and taken along, also after leaving. */
export function Screen() {
  const { classId, placeId } = useIds()
  const { data } = useSuspenseQuery(reads.ownWork(classId, placeId))
  const own = useMe().ties.some(tie => tie.placeId === data.pupil.placeId && tie.role !== 'family')
  const said = { className: data.className, name: data.pupil.name }
  return (
    <Sheet title={say('own_title', said)}>
      <Head
        title={say(own ? 'own_title' : 'own_title_of', said)}
        sub={say('own_lead')}
        aside={
          <a
            href={addressOf(routes.takeOwnWork, { classId, placeId })}
            download
            className={buttonClasses('primary')}
          >
            {say('own_take')}
          </a>
        }
      />
      {!data.pieces.length && (
        <Row>
          <Empty>{say('own_none')}</Empty>
        </Row>
      )}
      {data.pieces.map(piece => (
        <Piece key={piece.workId} piece={piece} placeId={data.pupil.placeId} />
      ))}
    </Sheet>
  )
}

type PieceProps = { readonly piece: OwnWorkPage['pieces'][number]; readonly placeId: PlaceId }

function Piece({ piece, placeId }: PieceProps) {
  const { classId } = useIds()
  const time = useNow()
  const params = { classId, workId: piece.workId, placeId }
  return (
    <Section title={piece.title}>
      <Row margin={piece.mark !== null && markWords(piece.mark, piece.points)}>
        {piece.feedback && (
          <div className="mb-3 border-l-2 border-margin pl-3">
            <Written html={piece.feedback} />
          </div>
        )}
        {piece.handIns.map(one => (
          <details key={one.number} className="mb-2">
            <summary className="font-semibold">
              {say('own_handIn', { number: one.number, at: when(one.at, time) })}
            </summary>
            <Written html={one.html} />
          </details>
        ))}
        {piece.copy !== null && !piece.handIns.length && <Written html={piece.copy} />}
        {piece.worksheet !== null && (
          <p className="mt-1 text-[15px]">
            <a
              href={addressOf(routes.takeWorksheet, { ...params, number: '0' })}
              download
              className="text-blue underline underline-offset-2"
            >
              {say('own_worksheet')}
            </a>
          </p>
        )}
        {piece.files.length > 0 && (
          <ul className="mt-1 flex flex-wrap gap-x-4 text-[15px]">
            {piece.files.map(file => (
              <li key={file.id}>
                <a
                  href={addressOf(routes.seeFile, { ...params, fileId: file.id })}
                  className="text-blue underline underline-offset-2"
                >
                  {file.name}
                </a>
              </li>
            ))}
          </ul>
        )}
      </Row>
    </Section>
  )
}
