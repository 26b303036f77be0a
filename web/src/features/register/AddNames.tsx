import type { RegisterPage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import type { GroupId } from '@oppen/core/ids'
import { type NameRow, readNames } from '@oppen/core/joining'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { call } from '../../app/api.js'
import { reads } from '../../app/queries.js'
import { useIds, useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Choice, TextBox } from '../../parts/Field.js'
import { Row } from '../../parts/Sheet.js'
import { tell } from '../../parts/tell.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'

/** Names pasted one a line, looked at before they are kept: what repeats is left out unless ticked. */
export function AddNames({ page, onDone }: { readonly page: RegisterPage; readonly onDone: () => void }) {
  const { classId } = useIds()
  const time = useNow()
  const client = useQueryClient()
  const [text, setText] = useState('')
  const [ticked, setTicked] = useState<ReadonlySet<number>>(new Set())
  const [groupId, setGroupId] = useState<string>(page.groups[0]?.id ?? '')
  const rows = useMemo(
    () =>
      readNames(
        text,
        page.places.map(place => place.name),
      ),
    [text, page],
  )
  const kept = rows.filter(row => row.status === 'new' || (row.status !== 'tooLong' && ticked.has(row.line)))
  const doubtful = rows.filter(row => row.status !== 'new')
  const add = useMutation({
    mutationFn: () =>
      call(routes.addPlaces, { classId }, { names: kept.map(row => row.name), groupId: groupId as GroupId }),
    onSuccess: async ({ added }) => {
      tell(say('register_added', { count: added }))
      await client.invalidateQueries({ queryKey: reads.register(classId).queryKey })
      setText('')
      onDone()
    },
  })
  const tick = (line: number) => {
    const next = new Set(ticked)
    if (!next.delete(line)) next.add(line)
    setTicked(next)
  }
  return (
    <Row className="pb-4">
      <div className="grid max-w-3xl gap-4 md:grid-cols-2">
        <TextBox
          label={say('register_paste')}
          value={text}
          onChange={event => setText(event.target.value)}
          autoFocus
          rows={8}
          spellCheck={false}
        />
        <div className="flex flex-col gap-3">
          {page.groups.length > 1 && (
            <Choice
              label={say('register_group')}
              value={groupId}
              onChange={setGroupId}
              options={page.groups.map(group => ({ value: group.id, label: group.name }))}
            />
          )}
          {doubtful.length > 0 && (
            <fieldset>
              <legend className="mb-1 text-[15px] font-semibold">{say('register_preview')}</legend>
              {doubtful.map(row => (
                <Doubtful
                  key={row.line}
                  row={row}
                  ticked={ticked.has(row.line)}
                  onTick={() => tick(row.line)}
                />
              ))}
            </fieldset>
          )}
          {add.error && <Problem words={problemWords(add.error, time)} />}
          <div className="mt-auto flex gap-2">
            <Button look="first" onClick={() => add.mutate()} disabled={add.isPending || !kept.length}>
              {say('register_add_count', { count: kept.length })}
            </Button>
            {page.places.length > 0 && <Button onClick={onDone}>{say('cancel')}</Button>}
          </div>
        </div>
      </div>
    </Row>
  )
}

function Doubtful({
  row,
  ticked,
  onTick,
}: {
  readonly row: NameRow
  readonly ticked: boolean
  readonly onTick: () => void
}) {
  const words = `${row.name} ${say(`register_${row.status}` as 'register_repeated')}`
  if (row.status === 'tooLong') return <p className="text-[15px] text-rust">{words}</p>
  return (
    <label className="flex items-baseline gap-2 py-0.5 text-[15px]">
      <input type="checkbox" checked={ticked} onChange={onTick} />
      <span>
        <strong>{row.name}</strong> {say(`register_${row.status}` as 'register_repeated')}
      </span>
    </label>
  )
}
