import { type Notice, routes, type TalkPage } from '@oppen/contract'
import type { SpaceId } from '@oppen/core/ids'
import { useQuery } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { useMe, useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { NewMark, Problem } from '../../parts/Feedback.js'
import { Row } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { Written } from '../../parts/Written.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'
import { audienceWords } from './audience.js'
import { MessageFiles } from './MessageFiles.js'
import { MessageView } from './MessageView.js'
import { NoticeForm } from './NoticeForm.js'
import { NoticeLinks } from './NoticeLinks.js'
import { SeenWindow } from './SeenWindow.js'
import { useSpace } from './space.js'
import { Tap } from './Tap.js'
import { useSeen, useStaysNew } from './useSeen.js'
import { WriteMessage } from './WriteMessage.js'

type Props = {
  readonly spaceId: SpaceId
  readonly page: TalkPage
  readonly moderates: boolean
  readonly mayReply: boolean
}

/** Notices with their replies, pinned ones first, then the newest. */
export const NoticeList = ({ page, ...rest }: Props) => (
  <ul>
    {page.notices.map(notice => (
      <OneNotice key={notice.id} notice={notice} page={page} {...rest} />
    ))}
  </ul>
)

const SMALL = '!min-h-7 !px-0 !py-0 text-sm'

function OneNotice({ spaceId, notice, page, moderates, mayReply }: Props & { readonly notice: Notice }) {
  const time = useNow()
  const { isCircle } = useSpace(spaceId)
  const end = useRef<HTMLDivElement>(null)
  const last = Math.max(notice.at, ...notice.replies.map(reply => (reply.state === 'shown' ? reply.at : 0)))
  const isNew = useStaysNew(notice.isNew)
  useSeen(end, { spaceId, conversationId: notice.id }, notice.planned ? 0 : last)
  const [open, setOpen] = useState<'edit' | 'seen' | null>(null)
  return (
    <Row
      as="li"
      margin={notice.planned ? say('talk_planned', { at: when(notice.at, time) }) : when(notice.at, time)}
      className="border-b border-rule py-4"
    >
      <article
        className="max-w-3xl"
        aria-label={say('room_message_by', { name: notice.by, at: when(notice.at, time) })}
      >
        <p className="text-sm text-soft">
          <strong className="text-ink">{notice.by}</strong>
          {!isCircle && ` · ${audienceWords(notice.audience, page.groups)}`}
          {notice.pinned && ` · ${say('talk_pinned')}`}
          {notice.edited && ` · ${say('talk_edited')}`} {isNew && <NewMark>{say('new')}</NewMark>}
        </p>
        {notice.html && <Written html={notice.html} className="text-[1.0625rem]" />}
        <MessageFiles spaceId={spaceId} files={notice.files} by={notice.by} />
        <NoticeLinks spaceId={spaceId} links={notice.links} />
        <Tap spaceId={spaceId} notice={notice} />
        {moderates && <ForTeachers spaceId={spaceId} notice={notice} onOpen={setOpen} />}
        <Replies spaceId={spaceId} notice={notice} page={page} moderates={moderates} mayReply={mayReply} />
        <div ref={end} />
      </article>
      {open === 'edit' && (
        <NoticeForm spaceId={spaceId} groups={page.groups} notice={notice} onClose={() => setOpen(null)} />
      )}
      {open === 'seen' && <SeenWindow spaceId={spaceId} notice={notice} onClose={() => setOpen(null)} />}
    </Row>
  )
}

type TeacherProps = {
  readonly spaceId: SpaceId
  readonly notice: Notice
  readonly onOpen: (what: 'edit' | 'seen') => void
}

/** Who has seen a notice, what was answered, and what a teacher does with it. */
function ForTeachers({ spaceId, notice, onOpen }: TeacherProps) {
  const address = { spaceId, conversationId: notice.id }
  const again = [reads.talk(spaceId).queryKey, reads.today().queryKey]
  const restore = useCommand({ do: () => call(routes.restoreConversation, address), again })
  const remove = useCommand({
    do: () => call(routes.removeConversation, address),
    again,
    done: () => showToast(say('talk_notice_removed'), () => restore.go()),
  })
  return (
    <>
      {notice.taps.length > 0 && (
        <p className="mt-1 text-[0.9375rem]">
          {notice.taps.map(({ choice, count }) => `${choice || say('talk_tap_read')}: ${count}`).join(' · ')}
        </p>
      )}
      <div className="mt-1 flex flex-wrap gap-x-4 gap-y-1">
        {notice.seen && !notice.planned && (
          <Button variant="quiet" className={SMALL} onClick={() => onOpen('seen')}>
            {say('talk_seen', notice.seen)}
          </Button>
        )}
        <Button variant="quiet" className={SMALL} onClick={() => onOpen('edit')}>
          {say('talk_change')}
        </Button>
        <Button variant="quiet" className={SMALL} onClick={() => remove.go()} disabled={remove.busy}>
          {say('talk_remove')}
        </Button>
      </div>
      {(remove.words ?? restore.words) && <Problem words={remove.words ?? restore.words ?? ''} />}
    </>
  )
}

/** The replies to a notice: the last two, or all of them once they are asked for. */
function Replies({ spaceId, notice, page, moderates, mayReply }: Props & { readonly notice: Notice }) {
  const [all, setAll] = useState(false)
  const [writing, setWriting] = useState(false)
  const { account } = useMe()
  const mayMedia = account.kind === 'family' || page.rules.pupilMedia
  const { data } = useQuery({ ...reads.notice(spaceId, notice.id), enabled: all })
  const replies = (all && data?.replies) || notice.replies
  const folded = notice.count - notice.replies.filter(one => one.state === 'shown').length
  return (
    <div className="mt-2 flex flex-col gap-2.5">
      {!all && folded > 0 && (
        <div>
          <Button variant="quiet" className={SMALL} onClick={() => setAll(true)}>
            {say('talk_replies_all', { count: notice.count })}
          </Button>{' '}
          {notice.newReplies > 0 && <NewMark>{say('talk_new_count', { count: notice.newReplies })}</NewMark>}
        </div>
      )}
      {replies.map((reply, index) => (
        <Reply
          key={reply.id}
          spaceId={spaceId}
          notice={notice}
          message={reply}
          moderates={moderates}
          reactions={page.rules.reactions}
          isNew={!reply.mine && reply.state === 'shown' && replies.length - index <= notice.newReplies}
        />
      ))}
      {mayReply && notice.takesReplies && !notice.planned && !writing && (
        <div>
          <Button
            variant="quiet"
            className={SMALL}
            aria-label={say('talk_reply_field', { name: notice.by })}
            onClick={() => setWriting(true)}
          >
            {say('talk_reply')}
          </Button>
        </div>
      )}
      {writing && (
        <WriteMessage
          spaceId={spaceId}
          conversationId={notice.id}
          draft={notice.id}
          write={body => call(routes.writeMessage, { spaceId, conversationId: notice.id }, body)}
          label={say('talk_reply_field', { name: notice.by })}
          waits={page.rules.nod && !moderates}
          attach={moderates ? 'any' : mayMedia ? 'media' : 'none'}
          answers={null}
          onNoAnswer={() => undefined}
          onSent={() => setWriting(false)}
        />
      )}
    </div>
  )
}

type ReplyProps = {
  readonly spaceId: SpaceId
  readonly notice: Notice
  readonly message: Notice['replies'][number]
  readonly moderates: boolean
  readonly reactions: TalkPage['rules']['reactions']
  readonly isNew: boolean
}

function Reply({ spaceId, notice, message, moderates, reactions, isNew }: ReplyProps) {
  const marked = useStaysNew(isNew)
  return (
    <div className="border-s-2 border-rule ps-3">
      <MessageView
        spaceId={spaceId}
        conversationId={notice.id}
        message={message}
        isNew={marked}
        moderates={moderates}
        reactions={reactions}
      />
    </div>
  )
}
