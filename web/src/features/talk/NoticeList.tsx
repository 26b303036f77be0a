import type { TalkPage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import type { ClassId, NoticeId } from '@oppen/core/ids'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { type FormEvent, useState } from 'react'
import { call } from '../../app/api.js'
import { reads } from '../../app/queries.js'
import { useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { NewMark } from '../../parts/Feedback.js'
import { TextBox } from '../../parts/Field.js'
import { Row } from '../../parts/Sheet.js'
import { Written } from '../../parts/Written.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'

type Notice = TalkPage['notices'][number]

type Props = {
  readonly classId: ClassId
  readonly notices: readonly Notice[]
  readonly readAt: number | null
  readonly mayReply: boolean
  readonly className?: string
}

/** Notices with their replies, the newest notice first. */
export function NoticeList({ classId, notices, readAt, mayReply, className }: Props) {
  const time = useNow()
  const isNew = (at: number) => readAt !== null && at > readAt
  return (
    <ul>
      {notices.map(notice => (
        <Row as="li" key={notice.id} margin={when(notice.at, time)} className="py-3">
          <article className="max-w-3xl">
            <p className="text-sm text-soft">
              <strong className="text-ink">{notice.by}</strong> {className && `· ${className}`}{' '}
              {isNew(notice.at) && <NewMark>{say('new')}</NewMark>}
            </p>
            <Written html={notice.html} className="text-[17px]" />
            <ul className="mt-2 flex flex-col gap-1.5 empty:hidden">
              {notice.replies.map(reply => (
                <li key={reply.id} className="border-s-2 border-rule ps-3 text-[15px]">
                  <span className="font-semibold">{reply.by}</span>{' '}
                  <span className="text-sm text-soft tabular-nums">{when(reply.at, time)}</span>{' '}
                  {!reply.mine && isNew(reply.at) && <NewMark>{say('new')}</NewMark>}
                  <span className="block whitespace-pre-line [overflow-wrap:anywhere]">{reply.text}</span>
                </li>
              ))}
            </ul>
            {mayReply && <Reply classId={classId} notice={notice} />}
          </article>
        </Row>
      ))}
    </ul>
  )
}

function Reply({ classId, notice }: { readonly classId: ClassId; readonly notice: Notice }) {
  const time = useNow()
  const client = useQueryClient()
  const [open, setOpen] = useState(false)
  const [text, setText] = useState('')
  const send = useMutation({
    mutationFn: () => call(routes.reply, { classId, noticeId: notice.id as NoticeId }, { text }),
    onSuccess: async () => {
      setText('')
      setOpen(false)
      await client.invalidateQueries({ queryKey: reads.talk(classId).queryKey })
    },
  })
  if (!open) {
    return (
      <Button variant="quiet" className="!px-0" onClick={() => setOpen(true)}>
        {say('talk_reply')}
      </Button>
    )
  }
  const submit = (event: FormEvent) => {
    event.preventDefault()
    send.mutate()
  }
  return (
    <form onSubmit={submit} className="mt-2 flex flex-col gap-2">
      <TextBox
        label={say('talk_reply_field', { name: notice.by })}
        value={text}
        onChange={event => setText(event.target.value)}
        autoFocus
        problem={send.error ? problemWords(send.error, time) : undefined}
        className="!min-h-16"
      />
      <div className="flex gap-2">
        <Button type="submit" variant="primary" disabled={send.isPending}>
          {say('talk_reply_send')}
        </Button>
        <Button onClick={() => setOpen(false)}>{say('cancel')}</Button>
      </div>
    </form>
  )
}
