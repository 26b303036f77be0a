import type { BodyOf } from '@oppen/contract'
import { routes } from '@oppen/contract'
import type { EntryId } from '@oppen/core/ids'
import { useQueryClient } from '@tanstack/react-query'
import { type FormEvent, useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { Button } from '../../parts/Button.js'
import { DayField, TimeOfDayField } from '../../parts/dates/DateFields.js'
import { Problem } from '../../parts/Feedback.js'
import { Field, TextBox } from '../../parts/Field.js'
import { showToast } from '../../parts/toast.js'
import { Window } from '../../parts/Window.js'
import { say } from '../../words/say.js'
import type { Writing } from './items.js'

type Form = BodyOf<typeof routes.addEntry>
type Props = { readonly writing: Writing; readonly onClose: () => void }

/** A note of one's own on the days it is about. */
export default function EntryWindow({ writing, onClose }: Props) {
  const entryId = 'entry' in writing ? writing.entry.id : null
  const [form, setForm] = useState<Form>(() => begin(writing))
  const put = (part: Partial<Form>) => setForm({ ...form, ...part })
  const keep = useCommand({
    do: async () => {
      if (entryId) await call(routes.changeEntry, { entryId }, form)
      else await call(routes.addEntry, {}, form)
    },
    again: [['days']],
    done: () => {
      showToast(say('entry_kept', { title: form.title.trim() }))
      onClose()
    },
  })
  const remove = useRemove(form.title, onClose)
  const submit = (event: FormEvent) => {
    event.preventDefault()
    keep.go()
  }
  const words = keep.words ?? remove.words
  const whole = form.starts === null
  return (
    <Window open onClose={onClose} title={say(entryId ? 'entry_change' : 'entry_new')}>
      <form onSubmit={submit} noValidate className="flex flex-col gap-3">
        <p className="text-[0.9375rem] text-soft">{say('entry_lead')}</p>
        <Field
          label={say('entry_title')}
          autoFocus
          value={form.title}
          onChange={event => put({ title: event.target.value })}
        />
        <div className="grid grid-cols-2 gap-3">
          <DayField
            label={say('entry_from')}
            value={form.from}
            onChange={from => {
              put({ from, ...(form.to < from || form.to === form.from ? { to: from } : {}) })
            }}
          />
          <DayField label={say('entry_to')} value={form.to} onChange={to => put({ to })} />
        </div>
        <label className="flex items-center gap-2 text-[0.9375rem]">
          <input
            type="checkbox"
            checked={whole}
            onChange={() => put(whole ? { starts: '15:00', ends: '16:00' } : { starts: null, ends: null })}
          />
          {say('entry_whole')}
        </label>
        {!whole && (
          <div className="grid grid-cols-2 gap-3">
            <TimeOfDayField
              label={say('entry_starts')}
              value={form.starts ?? ''}
              onChange={starts => put({ starts })}
            />
            <TimeOfDayField
              label={say('entry_ends')}
              value={form.ends ?? ''}
              onChange={ends => put({ ends: ends || null })}
            />
          </div>
        )}
        <TextBox
          label={say('entry_note')}
          value={form.note}
          onChange={event => put({ note: event.target.value })}
        />
        {words && <Problem words={words} />}
        <div className="flex justify-between gap-3">
          <Button type="submit" variant="primary" disabled={keep.busy}>
            {say('entry_keep')}
          </Button>
          {entryId && (
            <Button variant="quiet" disabled={remove.busy} onClick={() => remove.go(entryId)}>
              {say('entry_remove')}
            </Button>
          )}
        </div>
      </form>
    </Window>
  )
}

function begin(writing: Writing): Form {
  if ('on' in writing)
    return { title: '', note: '', from: writing.on, to: writing.on, starts: null, ends: null }
  const { id: _, ...form } = writing.entry
  return form
}

function useRemove(title: string, onClose: () => void) {
  const client = useQueryClient()
  const again = () => void client.invalidateQueries({ queryKey: ['days'] })
  return useCommand({
    do: (entryId: EntryId) => call(routes.removeEntry, { entryId }),
    again: [['days']],
    done: (_, entryId) => {
      showToast(
        say('entry_removed', { title }),
        () => void call(routes.restoreEntry, { entryId }).then(again),
      )
      onClose()
    },
  })
}
