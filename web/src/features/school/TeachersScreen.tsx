import type { TeacherLine } from '@oppen/contract'
import { useSuspenseQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Row } from '../../parts/Sheet.js'
import { listWords } from '../../words/numbers.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'
import { AddTeacher } from './AddTeacher.js'
import { EditTeacher } from './EditTeacher.js'
import { SchoolSheet } from './SchoolSheet.js'

export const prepare = ({ client }: Prepared) => client.prefetchQuery(reads.teachers())

/** Every teacher of the school, and how each comes in. */
export function Screen() {
  const { data } = useSuspenseQuery({ ...reads.teachers(), refetchOnMount: 'always' })
  const [adding, setAdding] = useState(false)
  const [edited, setEdited] = useState<TeacherLine['accountId']>()
  const teacher = data.teachers.find(one => one.accountId === edited)
  return (
    <SchoolSheet
      title={say('school_teachers')}
      aside={
        <Button variant="primary" onClick={() => setAdding(true)}>
          {say('teachers_add')}
        </Button>
      }
    >
      <ul>
        {data.teachers.map(one => (
          <Line key={one.accountId} teacher={one} onEdit={() => setEdited(one.accountId)} />
        ))}
      </ul>
      {adding && <AddTeacher onClose={() => setAdding(false)} />}
      {teacher && (
        <EditTeacher teacher={teacher} others={data.teachers} onClose={() => setEdited(undefined)} />
      )}
    </SchoolSheet>
  )
}

function Line({ teacher, onEdit }: { readonly teacher: TeacherLine; readonly onEdit: () => void }) {
  const time = useNow()
  const { shownName, userName, email, emailAsked, ownsSchool, endedAt, seenAt, fresh, classes } = teacher
  const margin =
    endedAt !== null
      ? say('teachers_ended', { when: when(endedAt, time) })
      : fresh
        ? say('teachers_fresh')
        : seenAt === null
          ? say('teachers_never')
          : say('teachers_seen', { when: when(seenAt, time) })
  return (
    <Row as="li" margin={margin} className="border-b border-rule py-2">
      <div className="flex flex-wrap items-center justify-between gap-x-6 gap-y-1">
        <div className="min-w-0">
          <p className={endedAt === null ? 'font-semibold' : 'text-soft'}>
            {shownName}
            {ownsSchool && (
              <span className="ms-2 text-sm font-normal text-soft">{say('teachers_owner')}</span>
            )}
          </p>
          <p className="text-[0.9375rem] text-soft">
            {[
              userName,
              email ?? (emailAsked && say('teachers_email_asked', { email: emailAsked })),
              listWords(classes.map(one => one.name)) || say('teachers_no_classes'),
            ]
              .filter(Boolean)
              .join(' · ')}
          </p>
        </div>
        <Button onClick={onEdit} aria-label={say('teachers_edit_of', { name: shownName })}>
          {say('teachers_edit')}
        </Button>
      </div>
    </Row>
  )
}
