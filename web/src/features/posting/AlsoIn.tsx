import type { ClassId } from '@oppen/core/ids'
import { placesOf } from '../../app/places.js'
import { isTeacher, useIds, useMe } from '../../app/session.js'
import { say } from '../../words/say.js'

type AlsoProps = {
  readonly chosen: readonly ClassId[]
  readonly onChange: (chosen: readonly ClassId[]) => void
}

/** The other classes of the teacher in which the work is posted as well. */
export function AlsoIn({ chosen, onChange }: AlsoProps) {
  const { classId } = useIds()
  const others = placesOf(useMe()).daily.filter(tie => isTeacher(tie) && tie.classId !== classId)
  if (!others.length) return null
  return (
    <fieldset>
      <legend className="mb-1 text-[0.9375rem] font-semibold">{say('post_also')}</legend>
      {others.map(tie => (
        <label key={tie.classId} className="me-5 inline-flex items-center gap-1.5">
          <input
            type="checkbox"
            checked={chosen.includes(tie.classId)}
            onChange={event =>
              onChange(
                event.target.checked ? [...chosen, tie.classId] : chosen.filter(one => one !== tie.classId),
              )
            }
          />
          {tie.className}
        </label>
      ))}
    </fieldset>
  )
}
