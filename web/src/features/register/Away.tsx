import type { RegisterPage, RegisterPlace } from '@oppen/contract'
import { addressOf, routes } from '@oppen/contract'
import { useIds, useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Row, Section } from '../../parts/Sheet.js'
import { say, type WordKey } from '../../words/say.js'
import { when } from '../../words/times.js'
import { useBringBack, useUndoMerge } from './PlaceMoves.js'

/** Who has moved away or left, with their work, and places that were joined. */
export function Away({ page }: { readonly page: RegisterPage }) {
  return (
    <>
      {page.away.length > 0 && (
        <Section title={say('away_title')}>
          <ul>
            {page.away.map(place => (
              <Gone key={place.id} place={place} />
            ))}
          </ul>
        </Section>
      )}
      {page.merges.length > 0 && (
        <Section title={say('merges_title')}>
          <ul>
            {page.merges.map(merge => (
              <Joined key={merge.id} merge={merge} />
            ))}
          </ul>
        </Section>
      )}
    </>
  )
}

function Gone({ place }: { readonly place: RegisterPlace }) {
  const { classId } = useIds()
  const time = useNow()
  const back = useBringBack()
  return (
    <Row as="li" className="border-b border-rule py-1">
      <div className="flex flex-wrap items-baseline gap-3">
        <span className="font-semibold">{place.name}</span>
        <span className="text-[0.9375rem] text-soft">
          {say(`away_${place.leftHow ?? 'moved'}` as WordKey, { at: when(place.leftAt ?? 0, time) })}
        </span>
        <a
          href={addressOf(routes.takeOwnWork, { classId, placeId: place.id })}
          download
          className="text-[0.9375rem] text-blue underline underline-offset-2"
        >
          {say('place_work_take', { name: place.name })}
        </a>
        <Button
          variant="quiet"
          className="!min-h-0 !py-0 text-sm"
          aria-label={`${say('away_back')}: ${place.name}`}
          onClick={() => back.go(place)}
          disabled={back.busy}
        >
          {say('away_back')}
        </Button>
      </div>
      {back.words && <Problem words={back.words} />}
    </Row>
  )
}

function Joined({ merge }: { readonly merge: RegisterPage['merges'][number] }) {
  const time = useNow()
  const undo = useUndoMerge()
  return (
    <Row as="li" className="border-b border-rule py-1">
      <div className="flex flex-wrap items-baseline gap-3 text-[0.9375rem]">
        <span>{say('merges_line', { from: merge.from, into: merge.into, at: when(merge.at, time) })}</span>
        <Button
          variant="quiet"
          className="!min-h-0 !py-0 text-sm"
          aria-label={`${say('merges_undo')}: ${merge.from}`}
          onClick={() => undo.go(merge)}
          disabled={undo.busy}
        >
          {say('merges_undo')}
        </Button>
      </div>
      {undo.words && <Problem words={undo.words} />}
    </Row>
  )
}
