import type { TalkPage } from '@oppen/contract'
import type { ClassId } from '@oppen/core/ids'
import { useSuspenseQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { isTeacher, useIds, useNow, useTie } from '../../app/session.js'
import { Button, buttonClasses } from '../../parts/Button.js'
import { Empty, NewMark } from '../../parts/Feedback.js'
import { Head, Row, Section, Sheet } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { audienceWords } from './audience.js'
import { LetterHoursWindow } from './LetterHoursWindow.js'
import { Letters } from './Letters.js'
import { NoticeForm } from './NoticeForm.js'
import { NoticeList } from './NoticeList.js'
import { RoomForm } from './RoomForm.js'
import { RulesWindow } from './RulesWindow.js'
import { stateWords } from './stateWords.js'

export const prepare = ({ client, params }: Prepared) => client.prefetchQuery(reads.talk(params.classId))

type Making = 'notice' | 'room' | 'rules' | 'hours'

/** What is said in a class: its rooms and its notices. */
export function Screen() {
  const { classId } = useIds()
  const tie = useTie()
  const { data } = useSuspenseQuery(reads.talk(classId))
  const [making, setMaking] = useState<Making | null>(null)
  const moderates = isTeacher(tie) && !tie?.archived
  const close = () => setMaking(null)
  return (
    <Sheet title={`${say('talk_title')}, ${data.className}`}>
      <Head
        title={say('talk_title')}
        sub={data.className}
        aside={
          moderates && (
            <>
              <Button variant="primary" onClick={() => setMaking('notice')}>
                {say('talk_new')}
              </Button>
              <Button onClick={() => setMaking('room')}>{say('talk_room_new')}</Button>
              <Button variant="quiet" onClick={() => setMaking('rules')}>
                {say('talk_settings')}
              </Button>
            </>
          )
        }
      />
      {moderates && <Moderation classId={classId} page={data} />}
      {(data.rooms.length > 0 || moderates) && <Rooms classId={classId} page={data} />}
      <Letters
        classId={classId}
        letters={data.letters}
        aside={
          !tie?.archived && (
            <span className="flex flex-wrap gap-2">
              <Link to={`/c/${classId}/talk/letters/new`} className={buttonClasses()}>
                {say('letter_new')}
              </Link>
              {moderates && (
                <Button variant="quiet" onClick={() => setMaking('hours')}>
                  {say('letter_hours')}
                </Button>
              )}
            </span>
          )
        }
      />
      <Section title={say('talk_notices')}>
        {!data.notices.length && (
          <Row>
            <Empty>{say('talk_none')}</Empty>
          </Row>
        )}
        <NoticeList
          classId={classId}
          page={data}
          moderates={moderates}
          mayReply={!tie?.archived && (moderates || data.rules.pupilsWrite)}
        />
      </Section>
      {making === 'notice' && (
        <NoticeForm classId={classId} groups={data.groups} notice={null} onClose={close} />
      )}
      {making === 'room' && <RoomForm classId={classId} groups={data.groups} room={null} onClose={close} />}
      {making === 'hours' && <LetterHoursWindow classId={classId} onClose={close} />}
      {making === 'rules' && <RulesWindow classId={classId} rules={data.rules} onClose={close} />}
    </Sheet>
  )
}

/** What waits for a teacher, where something does; the way to those whose words always wait. */
function Moderation({
  classId,
  page: { waiting, reported },
}: {
  readonly classId: ClassId
  readonly page: TalkPage
}) {
  return (
    <Row className="pb-1">
      <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1 text-[15px]">
        <Link to={`/c/${classId}/talk/nod`} className="font-semibold text-blue underline underline-offset-2">
          {say('talk_moderation')}
        </Link>
        {waiting > 0 && <NewMark>{say('talk_waiting', { count: waiting })}</NewMark>}
        {reported > 0 && <NewMark>{say('talk_reported', { count: reported })}</NewMark>}
      </p>
    </Row>
  )
}

/** The rooms that somebody reads: what is new in each, and whether it is open. */
export function Rooms({ classId, page }: { readonly classId: ClassId; readonly page: TalkPage }) {
  const time = useNow()
  return (
    <Section title={say('talk_rooms')}>
      {!page.rooms.length && (
        <Row>
          <Empty>{say('talk_rooms_none')}</Empty>
        </Row>
      )}
      <ul>
        {page.rooms.map(room => (
          <Row
            as="li"
            key={room.id}
            margin={
              room.newMessages > 0 && <NewMark>{say('talk_new_count', { count: room.newMessages })}</NewMark>
            }
            className="py-1.5"
          >
            <Link
              to={`/c/${classId}/talk/${room.id}`}
              className="font-semibold text-blue underline underline-offset-2"
            >
              {room.title}
            </Link>{' '}
            <span className="text-sm text-soft">
              {[audienceWords(room.audience, page.groups), stateWords(room.state, time)]
                .filter(Boolean)
                .join(' · ')}
            </span>
          </Row>
        ))}
      </ul>
    </Section>
  )
}
