import type { TopicsPage, WorkForm } from '@oppen/contract'
import { useQuery } from '@tanstack/react-query'
import { reads } from '../../app/queries.js'
import { useIds } from '../../app/session.js'
import { say } from '../../words/say.js'

type Props = {
  readonly form: WorkForm
  readonly groups: TopicsPage['groups']
  readonly put: (part: Partial<WorkForm>) => void
  readonly problem?: string | undefined
}

const turned = <T,>(list: readonly T[], one: T): T[] =>
  list.includes(one) ? list.filter(other => other !== one) : [...list, one]

/** For whom a work is: everybody, some groups, or single pupils. */
export function ForWhom({ form, groups, put, problem }: Props) {
  return (
    <fieldset>
      <legend className="mb-1 text-[0.9375rem] font-semibold">{say('post_whom')}</legend>
      <div className="flex flex-wrap gap-x-5 gap-y-1">
        {(['all', 'groups', 'pupils'] as const)
          .filter(value => value !== 'groups' || groups.length > 1)
          .map(value => (
            <label key={value} className="flex items-center gap-1.5">
              <input
                type="radio"
                name="forWhom"
                checked={form.forWhom === value}
                onChange={() => put({ forWhom: value })}
              />
              {say(`post_whom_${value}`)}
            </label>
          ))}
      </div>
      {form.forWhom === 'groups' && (
        <div className="mt-1 flex flex-wrap gap-x-5">
          {groups.map(group => (
            <label key={group.id} className="flex items-center gap-1.5">
              <input
                type="checkbox"
                checked={form.groupIds.includes(group.id)}
                onChange={() => put({ groupIds: turned(form.groupIds, group.id) })}
              />
              {group.name}
            </label>
          ))}
        </div>
      )}
      {form.forWhom === 'pupils' && <Pupils form={form} put={put} />}
      {problem && (
        <p role="alert" className="mt-1 text-[0.9375rem] font-medium text-rust">
          {problem}
        </p>
      )}
    </fieldset>
  )
}

function Pupils({ form, put }: Pick<Props, 'form' | 'put'>) {
  const { classId } = useIds()
  const { data } = useQuery(reads.register(classId))
  return (
    <div className="mt-1 grid max-h-48 grid-cols-2 gap-x-4 overflow-y-auto border border-rule px-2 py-1">
      {(data?.places ?? []).map(place => (
        <label key={place.id} className="flex min-h-7 items-center gap-1.5 text-[0.9375rem]">
          <input
            type="checkbox"
            checked={form.placeIds.includes(place.id)}
            onChange={() => put({ placeIds: turned(form.placeIds, place.id) })}
          />
          {place.name}
        </label>
      ))}
    </div>
  )
}
