import { type ReplyOf, routes } from '@oppen/contract'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { Problem } from '../../parts/Feedback.js'
import { Tick } from '../../parts/Tick.js'
import { say } from '../../words/say.js'

type Child = ReplyOf<typeof routes.seeReadingShown>['children'][number]

/** For a family: whether teachers may see which help a child uses, class by class. */
export function ChildrenShown() {
  const { data } = useQuery(reads.readingShown())
  /** As it was pressed, which is seen before the server has answered. */
  const [pressed, setPressed] = useState<Child | null>(null)
  const set = useCommand<Child>({
    do: ({ classId, placeId, shown }) => call(routes.setReadingShown, { classId, placeId }, { shown }),
    again: [reads.readingShown().queryKey],
  })
  if (!data?.children.length) return null
  return (
    <fieldset className="flex flex-col gap-1.5 border-t border-rule pt-3">
      <legend className="sr-only">{say('reading_children')}</legend>
      <p aria-hidden="true" className="text-[0.9375rem] font-semibold text-ink">
        {say('reading_children')}
      </p>
      {data.children.map(child => {
        const { shown } = pressed?.placeId === child.placeId && !set.words ? pressed : child
        return (
          <Tick
            key={child.placeId}
            on={shown}
            onChange={next => {
              setPressed({ ...child, shown: next })
              set.go({ ...child, shown: next })
            }}
          >
            {say('reading_child_shown', { name: child.name, class: child.className })}
          </Tick>
        )
      })}
      <p>{say('reading_children_lead')}</p>
      {set.words && <Problem words={set.words} />}
    </fieldset>
  )
}
