import { type MarkingPage, routes } from '@oppen/contract'
import type { PlaceId } from '@oppen/core/ids'
import { typesPoints } from '@oppen/core/work'
import { useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { useIds, useTie } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Tick } from '../../parts/Tick.js'
import { say } from '../../words/say.js'
import { RubricForm } from './RubricForm.js'
import { FILTERS, type MarkingRow } from './rows.js'

type Props = {
  readonly page: MarkingPage
  readonly rows: readonly MarkingRow[]
  readonly onHandedBack: (placeIds: readonly PlaceId[], words: string) => void
  /** Whether names are hidden, and whether the class is shown as a list. */
  readonly hidden: boolean
  readonly onHidden: (hidden: boolean) => void
  readonly list: boolean
  readonly onList: (list: boolean) => void
}

const SMALL = '!min-h-8 !px-2.5 !py-0.5 text-sm'

/** What holds for the whole work: whether marks are kept back, handing back together, by which rubric. */
export function HandBackBar({ page: { work }, rows, onHandedBack, ...view }: Props) {
  const { classId, workId } = useIds()
  const archived = useTie()?.archived ?? false
  const [rubric, setRubric] = useState(false)
  const ready = rows.filter(FILTERS.ready)
  const waiting = rows.filter(FILTERS.toMark).length
  const again = [reads.marking(classId, workId).queryKey]
  // a choice stands from the press on, not from when it was read again
  const [wanted, setWanted] = useState(work.keepBack)
  const [known, setKnown] = useState(work.keepBack)
  if (known !== work.keepBack) {
    setKnown(work.keepBack)
    setWanted(work.keepBack)
  }
  const keep = useCommand<boolean>({
    do: keepBack => call(routes.setKeepBack, { classId, workId }, { keepBack }),
    again,
  })
  const handBack = useCommand({
    do: () => call(routes.handBackReady, { classId, workId }, { placeIds: ready.map(row => row.placeId) }),
    again: [...again, ['submission', classId, workId], ['desk', classId, workId]],
    done: ({ handedBack }) => onHandedBack(handedBack, say('desk_handed_back', { count: handedBack.length })),
  })
  if (archived) return null
  return (
    <div className="flex flex-wrap items-center gap-x-5 gap-y-1 border-b border-rule py-1.5 ps-[calc(var(--margin-x)+1rem)] pe-6">
      <Tick
        on={keep.words ? work.keepBack : wanted}
        onChange={next => {
          setWanted(next)
          keep.go(next)
        }}
      >
        {say('desk_keep_back')}
      </Tick>
      <Tick on={view.hidden} onChange={view.onHidden}>
        {say('desk_hide_names')}
      </Tick>
      <Tick on={view.list} onChange={view.onList}>
        {say('desk_as_list')}
      </Tick>
      {typesPoints(work.kind) && (
        <Button variant="quiet" className={SMALL} onClick={() => setRubric(true)}>
          {say(work.rubric ? 'desk_rubric_change' : 'desk_rubric_make')}
        </Button>
      )}
      {ready.length > 0 && (
        <span className="ms-auto flex items-center gap-3">
          {waiting > 0 && (
            <span className="text-sm text-soft">{say('desk_still_waiting', { count: waiting })}</span>
          )}
          <Button variant="primary" className={SMALL} onClick={() => handBack.go()} disabled={handBack.busy}>
            {say('desk_hand_back_all', { count: ready.length })}
          </Button>
        </span>
      )}
      {(keep.words ?? handBack.words) && <Problem words={keep.words ?? handBack.words ?? ''} />}
      {rubric && <RubricForm rubric={work.rubric} onClose={() => setRubric(false)} />}
    </div>
  )
}
