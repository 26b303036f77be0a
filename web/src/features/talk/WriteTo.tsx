import type { ClassId, PlaceId, WorkId } from '@oppen/core/ids'
import { Link } from 'react-router'
import { tieTo, useMe } from '../../app/session.js'
import { say } from '../../words/say.js'

type Props = {
  readonly classId: ClassId
  /** To a teacher of the class, or to the family of a place. */
  readonly to: 'teacher' | `family:${PlaceId}`
  readonly name: string
  readonly about?: { readonly title?: string; readonly workId?: WorkId; readonly placeId?: PlaceId }
}

/** Begins a letter to somebody, which knows what it is about. Nothing in an archived class. */
export function WriteTo({ classId, to, name, about = {} }: Props) {
  // on a page of all classes of a child the address names none
  if (tieTo(useMe(), classId)?.archived) return null
  const search = new URLSearchParams({ to })
  if (about.title) search.set('title', about.title)
  if (about.workId) search.set('work', about.workId)
  if (about.placeId) search.set('place', about.placeId)
  return (
    <Link
      to={`/c/${classId}/talk/letters/new?${search}`}
      className="text-[0.9375rem] font-semibold text-blue underline underline-offset-2"
    >
      {say(to === 'teacher' ? 'letter_ask' : 'letter_write_family', { name })}
    </Link>
  )
}
