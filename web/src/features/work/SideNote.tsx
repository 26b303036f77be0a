import type { PiecePage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { when } from '@oppen/core/timing'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { type FormEvent, useState } from 'react'
import { call } from '../../app/api.js'
import { type PieceParams, reads } from '../../app/queries.js'
import { useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { TextBox } from '../../parts/Field.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'

type Props = { readonly params: PieceParams; readonly page: PiecePage; readonly who: string }

/** The private thread of one pupil and the teachers on one piece of work. */
export function SideNote({ params, page, who }: Props) {
  const time = useNow()
  const client = useQueryClient()
  const [text, setText] = useState('')
  const send = useMutation({
    mutationFn: () => call(routes.writeNote, params, { text }),
    onSuccess: async () => {
      setText('')
      await client.invalidateQueries({ queryKey: reads.piece(params).queryKey })
    },
  })
  const submit = (event: FormEvent) => {
    event.preventDefault()
    send.mutate()
  }
  return (
    <section>
      <h2 className="text-lg">{say('work_note')}</h2>
      <p className="mb-2 text-sm text-soft">{who}</p>
      <ol className="flex flex-col gap-2" aria-live="polite">
        {page.notes.map(note => (
          <li
            key={note.id}
            className={`rounded-[var(--radius-card)] px-3 py-2 text-[15px] ${note.mine ? 'bg-pale' : 'bg-ochre-pale'}`}
          >
            <p className="whitespace-pre-line [overflow-wrap:anywhere]">{note.text}</p>
            <p className="mt-0.5 text-sm text-soft">
              {note.by}, {when(note.at, time)}
            </p>
          </li>
        ))}
      </ol>
      <form onSubmit={submit} className="mt-3 flex flex-col items-start gap-2">
        <div className="w-full">
          <TextBox
            label={say('work_note_field')}
            value={text}
            onChange={event => setText(event.target.value)}
            problem={send.error ? problemWords(send.error, time) : undefined}
            className="!min-h-16"
          />
        </div>
        <Button type="submit" disabled={send.isPending}>
          {say('work_note_send')}
        </Button>
      </form>
    </section>
  )
}
