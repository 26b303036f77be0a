import type { RegisterPage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import type { ClassId } from '@oppen/core/ids'
import { useMemo, useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { useIds } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Choice } from '../../parts/Field.js'
import { Row } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'
import { type EditedRow, editedRows, type RowEdit } from './editedRows.js'
import { RowsPreview } from './RowsPreview.js'
import { SourceOfNames } from './SourceOfNames.js'
import { NOTHING, rowsOfSource, type Source } from './source.js'

type Props = { readonly page: RegisterPage; readonly onDone: () => void }

/** Names pasted or taken from a file, looked at and corrected before anything is kept. */
export function AddNames({ page, onDone }: Props) {
  const { classId } = useIds()
  const [source, setSource] = useState<Source>(NOTHING)
  const [edits, setEdits] = useState<ReadonlyMap<number, RowEdit>>(new Map())
  const [group, setGroup] = useState(page.groups[0]?.name ?? '')
  const [inviting, setInviting] = useState(true)
  const rows = useMemo(() => {
    const onRegister = page.places.map(place => place.name)
    return editedRows(rowsOfSource(source), edits, { onRegister, group })
  }, [source, edits, page, group])
  const kept = rows.filter(row => row.keep)
  const addresses = page.families ? kept.reduce((sum, row) => sum + row.familyEmails.length, 0) : 0
  const add = useCommand({
    do: () => keepRows(classId, kept, inviting && addresses > 0),
    again: [reads.register(classId).queryKey],
    done: ({ added, invited }) => {
      showToast(say('register_added', { count: added }))
      if (invited) showToast(say('register_invited_families', { count: invited }))
      onDone()
    },
  })
  return (
    <Row className="pb-5">
      <div className="flex max-w-4xl flex-col gap-4">
        <SourceOfNames source={source} onChange={setSource} />
        {page.groups.length > 1 && (
          <div className="max-w-60">
            <Choice
              label={say('register_group')}
              value={group}
              onChange={setGroup}
              options={page.groups.map(one => ({ value: one.name, label: one.name }))}
            />
          </div>
        )}
        {rows.length > 0 && (
          <RowsPreview
            rows={rows}
            groups={page.groups.map(one => one.name)}
            onEdit={(line, edit) => setEdits(new Map(edits).set(line, edit))}
          />
        )}
        {addresses > 0 && (
          <label className="flex items-baseline gap-2 text-[0.9375rem]">
            <input type="checkbox" checked={inviting} onChange={event => setInviting(event.target.checked)} />
            {say('register_invite_families', { count: addresses })}
          </label>
        )}
        {add.words && <Problem words={add.words} />}
        <div className="flex gap-2">
          <Button variant="primary" onClick={() => add.go()} disabled={add.busy || !kept.length}>
            {say('register_add_count', { count: kept.length })}
          </Button>
          {page.places.length > 0 && <Button onClick={onDone}>{say('cancel')}</Button>}
        </div>
      </div>
    </Row>
  )
}

/** Keeps the rows, then invites their families where wanted. */
async function keepRows(classId: ClassId, rows: readonly EditedRow[], inviting: boolean) {
  const places = rows.map(({ name, group, email, number, familyLanguage }) => ({
    name,
    groupId: null,
    group,
    email,
    number,
    familyLanguage,
  }))
  const { added, placeIds } = await call(routes.addPlaces, { classId }, { places })
  const asked = inviting
    ? rows.flatMap((row, index) => row.familyEmails.map(email => ({ placeId: placeIds[index], email })))
    : []
  let invited = 0
  for (const { placeId, email } of asked) {
    if (!placeId) continue
    await call(routes.inviteFamily, { classId }, { placeId, email })
    invited += 1
  }
  return { added, invited }
}
