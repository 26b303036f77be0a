import type { TalkPage } from '@oppen/contract'
import type { SpaceId } from '@oppen/core/ids'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { useNow } from '../../app/session.js'
import { Empty, NewMark } from '../../parts/Feedback.js'
import { Row, Section } from '../../parts/Sheet.js'
import { listWords } from '../../words/numbers.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'
import { useSpace } from './space.js'

type Props = {
  readonly spaceId: SpaceId
  readonly letters: TalkPage['letters']
  readonly aside?: ReactNode
}

/** The letters that somebody reads in a class or a circle, the newest first. */
export function Letters({ spaceId, letters, aside }: Props) {
  const time = useNow()
  const { path } = useSpace(spaceId)
  return (
    <Section title={say('letters_title')} aside={aside}>
      {!letters.length && (
        <Row>
          <Empty>{say('letters_none')}</Empty>
        </Row>
      )}
      <ul>
        {letters.map(letter => (
          <Row
            as="li"
            key={letter.id}
            margin={
              letter.newMessages > 0 ? (
                <NewMark>{say('talk_new_count', { count: letter.newMessages })}</NewMark>
              ) : (
                letter.lastAt !== null && when(letter.lastAt, time)
              )
            }
            className="py-1.5"
          >
            <Link
              to={`${path}/letters/${letter.id}`}
              className="font-semibold text-blue underline underline-offset-2"
            >
              {letter.title}
            </Link>{' '}
            <span className="text-sm text-soft">
              {listWords(letter.others)}
              {!letter.concerned && ` · ${say('letter_between_others')}`}
            </span>
            {letter.begins && (
              <span className="block max-w-prose truncate text-[0.9375rem] text-soft">{letter.begins}</span>
            )}
          </Row>
        ))}
      </ul>
    </Section>
  )
}
