import type { TimetableForm, TimetablePage } from '@oppen/contract'
import type { GroupId } from '@oppen/core/ids'
import { Select } from '../../parts/inputs.js'
import { say, type WordKey } from '../../words/say.js'

export type PartProps = {
  readonly page: TimetablePage
  readonly form: TimetableForm
  readonly put: (part: Partial<TimetableForm>) => void
}

export const weekdayName = (day: number) => say(`weekday_${day}` as WordKey)

type WhoProps = {
  readonly page: TimetablePage
  readonly value: GroupId | null
  readonly onChange: (groupId: GroupId | null) => void
}

export function Who({ page, value, onChange }: WhoProps) {
  return (
    <Select
      label={say('timetable_who')}
      value={value ?? ''}
      onChange={event => onChange((event.target.value || null) as GroupId | null)}
      className="w-40"
    >
      <option value="">{say('timetable_all')}</option>
      {page.groups.map(group => (
        <option key={group.id} value={group.id}>
          {group.name}
        </option>
      ))}
    </Select>
  )
}
