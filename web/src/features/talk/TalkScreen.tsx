import type { TalkPage } from '@oppen/contract'
import type { SpaceId } from '@oppen/core/ids'
import { useSuspenseQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { useNow } from '../../app/session.js'
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
import { spaceIn, useSpace, useSpaceId } from './space.js'
import { stateWords } from './stateWords.js'

export const prepare = ({ client, params }: Prepared) => client.prefetchQuery(reads.talk(spaceIn(params)))

/** What is said in a class: its rooms, letters and notices. */
export function Screen() {
  const spaceId = useSpaceId()
  const { data } = useSuspenseQuery(reads.talk(spaceId))
  const [making, setMaking] = useState<Making | null>(null)
  return (
    <Sheet title={`${say('talk_title')}, ${data.spaceName}`}>
      <Head
        title={say('talk_title')}
        sub={data.spaceName}
        aside={<TalkButtons spaceId={spaceId} onMake={setMaking} />}
      />
      <Talk spaceId={spaceId} page={data} making={making} onMake={setMaking} />
    </Sheet>
  )
}

export type Making = 'notice' | 'room' | 'rules' | 'hours'

/** What a teacher, or in a circle an administrator, makes here; nothing for others. */
export function TalkButtons({
  spaceId,
  onMake,
}: {
  readonly spaceId: SpaceId
  readonly onMake: (what: Making) => void
}) {
  const { moderates } = useSpace(spaceId)
  if (!moderates) return null
  return (
    <>
      <Button variant="primary" onClick={() => onMake('notice')}>
        {say('talk_new')}
      </Button>
      <Button onClick={() => onMake('room')}>{say('talk_room_new')}</Button>
      <Button variant="quiet" onClick={() => onMake('rules')}>
        {say('talk_settings')}
      </Button>
    </>
  )
}

type TalkProps = {
  readonly spaceId: SpaceId
  readonly page: TalkPage
  readonly making: Making | null
  readonly onMake: (what: Making | null) => void
}

/** The rooms, letters and notices of a class or a circle, with the window in which something is made. */
export function Talk({ spaceId, page, making, onMake }: TalkProps) {
  const { moderates, archived, path, isCircle } = useSpace(spaceId)
  const close = () => onMake(null)
  return (
    <>
      {moderates && <Moderation path={path} page={page} />}
      {(page.rooms.length > 0 || moderates) && <Rooms spaceId={spaceId} page={page} />}
      <Letters
        spaceId={spaceId}
        letters={page.letters}
        aside={
          !archived && (
            <span className="flex flex-wrap gap-2">
              <Link to={`${path}/letters/new`} className={buttonClasses()}>
                {say('letter_new')}
              </Link>
              {moderates && !isCircle && (
                <Button variant="quiet" onClick={() => onMake('hours')}>
                  {say('letter_hours')}
                </Button>
              )}
            </span>
          )
        }
      />
      <Section title={say('talk_notices')}>
        {!page.notices.length && (
          <Row>
            <Empty>{say('talk_none')}</Empty>
          </Row>
        )}
        <NoticeList
          spaceId={spaceId}
          page={page}
          moderates={moderates}
          mayReply={!archived && (moderates || page.rules.pupilsWrite)}
        />
      </Section>
      {making === 'notice' && (
        <NoticeForm spaceId={spaceId} groups={page.groups} notice={null} onClose={close} />
      )}
      {making === 'room' && <RoomForm spaceId={spaceId} groups={page.groups} room={null} onClose={close} />}
      {making === 'hours' && <LetterHoursWindow spaceId={spaceId} onClose={close} />}
      {making === 'rules' && <RulesWindow spaceId={spaceId} rules={page.rules} onClose={close} />}
    </>
  )
}

/** What waits for a teacher, where something does; the way to those whose words always wait. */
function Moderation({
  path,
  page: { waiting, reported },
}: {
  readonly path: string
  readonly page: TalkPage
}) {
  return (
    <Row className="pb-1">
      <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1 text-[0.9375rem]">
        <Link to={`${path}/nod`} className="font-semibold text-blue underline underline-offset-2">
          {say('talk_moderation')}
        </Link>
        {waiting > 0 && <NewMark>{say('talk_waiting', { count: waiting })}</NewMark>}
        {reported > 0 && <NewMark>{say('talk_reported', { count: reported })}</NewMark>}
      </p>
    </Row>
  )
}

/** The rooms that somebody reads: what is new in each, and whether it is open. */
export function Rooms({ spaceId, page }: { readonly spaceId: SpaceId; readonly page: TalkPage }) {
  const time = useNow()
  const { path, isCircle } = useSpace(spaceId)
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
            <Link to={`${path}/${room.id}`} className="font-semibold text-blue underline underline-offset-2">
              {room.title}
            </Link>{' '}
            <span className="text-sm text-soft">
              {[!isCircle && audienceWords(room.audience, page.groups), stateWords(room.state, time)]
                .filter(Boolean)
                .join(' · ')}
            </span>
          </Row>
        ))}
      </ul>
    </Section>
  )
}
