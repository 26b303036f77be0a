import type { RegisterPage, RegisterPlace } from '@oppen/contract'
import { addressOf, routes } from '@oppen/contract'
import type { MergeId, PlaceId } from '@oppen/core/ids'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { useIds } from '../../app/session.js'
import { Button, buttonClasses } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Choice } from '../../parts/Field.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'
import { PlacePart } from './PlacePart.js'

type Props = { readonly place: RegisterPlace; readonly page: RegisterPage; readonly onClose: () => void }

/** The work taken along, moving away and coming back, and two places that are one child. */
export function PlaceMoves({ place, page, onClose }: Props) {
  const here = place.leftAt === null
  return (
    <PlacePart title={say('place_work')}>
      <div className="flex flex-wrap items-center gap-3">
        <a
          href={addressOf(routes.takeOwnWork, { classId: page.classId, placeId: place.id })}
          download
          className={buttonClasses('secondary')}
        >
          {say('place_work_take', { name: place.name })}
        </a>
        {here ? <MoveAway place={place} onClose={onClose} /> : <BringBack place={place} />}
      </div>
      {here && <p className="text-sm text-soft">{say('place_away_hint')}</p>}
      {here && <Merge place={place} page={page} onDone={onClose} />}
    </PlacePart>
  )
}

function MoveAway({ place, onClose }: Omit<Props, 'page'>) {
  const { classId } = useIds()
  const back = useBringBack()
  const away = useCommand({
    do: () => call(routes.movePlaceAway, { classId, placeId: place.id }),
    again: [reads.register(classId).queryKey],
    done: () => {
      showToast(say('place_away_done', { name: place.name }), () => back.go(place))
      onClose()
    },
  })
  return (
    <>
      <Button onClick={() => away.go()} disabled={away.busy}>
        {say('place_away')}
      </Button>
      {away.words && <Problem words={away.words} />}
    </>
  )
}

/** Brings somebody back onto the register. */
export function useBringBack() {
  const { classId } = useIds()
  return useCommand({
    do: (place: Pick<RegisterPlace, 'id' | 'name'>) =>
      call(routes.bringPlaceBack, { classId, placeId: place.id }),
    again: [reads.register(classId).queryKey],
    done: (_, place) => showToast(say('away_back_done', { name: place.name })),
  })
}

function BringBack({ place }: { readonly place: RegisterPlace }) {
  const back = useBringBack()
  return (
    <>
      <Button onClick={() => back.go(place)} disabled={back.busy}>
        {say('away_back')}
      </Button>
      {back.words && <Problem words={back.words} />}
    </>
  )
}

type MergeProps = {
  readonly place: RegisterPlace
  readonly page: RegisterPage
  readonly onDone: () => void
}

/** Joins a place with another one, which stays. */
export function Merge({ place, page, onDone }: MergeProps) {
  const [into, setInto] = useState('')
  const merge = useMerge(place, page, onDone)
  const others = page.places.filter(one => one.id !== place.id)
  if (!others.length) return null
  return (
    <div className="flex flex-wrap items-end gap-3">
      <div className="min-w-60 flex-1">
        <Choice
          label={`${say('place_merge')}: ${say('place_merge_into')}`}
          hint={say('place_merge_hint', { name: place.name })}
          value={into}
          onChange={setInto}
          options={[{ value: '', label: '–' }, ...others.map(one => ({ value: one.id, label: one.name }))]}
        />
      </div>
      <Button disabled={!into || merge.busy} onClick={() => merge.go(into as PlaceId)}>
        {say('place_merge_go')}
      </Button>
      {merge.words && <Problem words={merge.words} />}
    </div>
  )
}

/** Joins a place into another, with ten seconds to take them apart again. */
export function useMerge(place: RegisterPlace, page: RegisterPage, onDone?: () => void) {
  const { classId } = page
  const undo = useUndoMerge()
  return useCommand({
    do: (into: PlaceId) => call(routes.mergePlaces, { classId, placeId: place.id }, { into }),
    again: [reads.register(classId).queryKey],
    done: ({ mergeId }, into) => {
      const other = page.places.find(one => one.id === into)?.name ?? ''
      showToast(say('place_merge_done', { name: place.name, into: other }), () =>
        undo.go({ id: mergeId, from: place.name }),
      )
      onDone?.()
    },
  })
}

/** Takes two joined places apart again. */
export function useUndoMerge() {
  const { classId } = useIds()
  const client = useQueryClient()
  return useCommand({
    do: (merge: { id: MergeId; from: string }) => call(routes.undoMerge, { classId, mergeId: merge.id }),
    done: (_, merge) => {
      showToast(say('place_merge_undone', { name: merge.from }))
      void client.invalidateQueries({ queryKey: reads.register(classId).queryKey })
    },
  })
}
