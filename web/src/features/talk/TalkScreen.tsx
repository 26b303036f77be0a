import type { TalkPage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import type { ClassId } from '@oppen/core/ids'
import { markerOf } from '@oppen/core/readMarkers'
import { useMutation, useQueryClient, useSuspenseQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { call } from '../../app/api.js'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { isTeacher, useIds, useNow, useTie } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Empty, Problem } from '../../parts/Feedback.js'
import { LazyEditor } from '../../parts/LazyEditor.js'
import { Head, Row, Sheet } from '../../parts/Sheet.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { NoticeList } from './NoticeList.js'

export const prepare = ({ client, params }: Prepared) => client.prefetchQuery(reads.talk(params.classId))

/** What is said in a class. */
export function Screen() {
  const { classId } = useIds()
  const tie = useTie()
  const { data } = useSuspenseQuery(reads.talk(classId))
  const [writing, setWriting] = useState(false)
  const readAt = useMarkTalkRead(classId, data)
  return (
    <Sheet title={`${say('talk_title')}, ${data.className}`}>
      <Head
        title={say('talk_title')}
        sub={data.className}
        aside={
          isTeacher(tie) &&
          !writing && (
            <Button variant="primary" onClick={() => setWriting(true)}>
              {say('talk_new')}
            </Button>
          )
        }
      />
      {writing && <WriteNotice classId={classId} onDone={() => setWriting(false)} />}
      {!data.notices.length && (
        <Row>
          <Empty>{say('talk_none')}</Empty>
        </Row>
      )}
      <NoticeList
        classId={classId}
        notices={data.notices}
        readAt={readAt}
        mayReply={tie?.role !== 'family'}
      />
    </Sheet>
  )
}

/** Remembers the look at this talk, and gives when the one before was, so that new things stay marked for now. */
export function useMarkTalkRead(classId: ClassId, page: TalkPage): number | null {
  const [before] = useState(page.readAt)
  const client = useQueryClient()
  const count = page.notices.reduce((sum, notice) => sum + 1 + notice.replies.length, 0)
  // biome-ignore lint/correctness/useExhaustiveDependencies: another notice or reply is looked at anew
  useEffect(() => {
    void call(routes.markRead, {}, { what: markerOf('talk', classId) })
      .then(() => client.invalidateQueries({ queryKey: reads.today().queryKey }))
      .catch(() => undefined)
  }, [classId, count, client])
  return before
}

function WriteNotice({ classId, onDone }: { readonly classId: ClassId; readonly onDone: () => void }) {
  const time = useNow()
  const client = useQueryClient()
  const [html, setHtml] = useState('')
  const send = useMutation({
    mutationFn: () => call(routes.writeNotice, { classId }, { html }),
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: reads.talk(classId).queryKey })
      onDone()
    },
  })
  return (
    <Row className="pb-4">
      <div className="flex max-w-3xl flex-col gap-3">
        <LazyEditor html="" onChange={setHtml} label={say('talk_write')} />
        {send.error && <Problem words={problemWords(send.error, time)} />}
        <div className="flex gap-2">
          <Button variant="primary" onClick={() => send.mutate()} disabled={send.isPending}>
            {say('talk_send')}
          </Button>
          <Button onClick={onDone}>{say('cancel')}</Button>
        </div>
      </div>
    </Row>
  )
}
