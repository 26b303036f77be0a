import type { OwnWorkPage } from '@oppen/contract'
import { addressOf, routes } from '@oppen/contract'
import type { PlaceId } from '@oppen/core/ids'
import { useSuspenseQuery } from '@tanstack/react-query'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { useIds, useMe, useNow, useTie } from '../../app/session.js'
import { buttonClasses } from '../../parts/Button.js'
import { Disclosure } from '../../parts/Disclosure.js'
import { Empty } from '../../parts/Feedback.js'
import { Head, Row, Section, Sheet } from '../../parts/Sheet.js'
import { Written } from '../../parts/Written.js'
import { say } from '../../words/say.js'
import { markWords } from '../../words/states.js'
import { when } from '../../words/times.js'

export const prepare = ({ client, params }: Prepared) =>
  client.prefetchQuery(reads.ownWork(params.classId, params.placeId))

/** All own work of a pupil in one class, to be read and taken along, also after leaving. */
export function Screen() {
  const { classId, placeId } = useIds()
  const { data } = useSuspenseQuery(reads.ownWork(classId, placeId))
  const own = useMe().ties.some(tie => tie.placeId === data.pupil.placeId && tie.role !== 'family')
  const said = { className: data.className, name: data.pupil.name }
  return (
    <Sheet title={say('own_title', said)}>
      <Head
        title={say(own ? 'own_title' : 'own_title_of', said)}
        sub={say('own_lead')}
        aside={
          <a
            href={addressOf(routes.takeOwnWork, { classId, placeId })}
            download
            className={buttonClasses('primary')}
          >
            {say('own_take')}
          </a>
        }
      />
      {!data.submissions.length && (
        <Row>
          <Empty>{say('own_none')}</Empty>
        </Row>
      )}
      {data.submissions.map(submission => (
        <Submission key={submission.workId} submission={submission} placeId={data.pupil.placeId} />
      ))}
    </Sheet>
  )
}

type SubmissionProps = { readonly submission: OwnWorkPage['submissions'][number]; readonly placeId: PlaceId }

function Submission({ submission, placeId }: SubmissionProps) {
  const { classId } = useIds()
  const time = useNow()
  const scale = useTie()?.markWords
  const params = { classId, workId: submission.workId, placeId }
  return (
    <Section title={submission.title}>
      <Row margin={submission.mark !== null && markWords(submission.mark, submission.points, scale)}>
        {submission.feedback && (
          <div className="mb-3 border-s-2 border-margin ps-3">
            <Written html={submission.feedback} />
          </div>
        )}
        {submission.handIns.map(one => (
          <Disclosure
            key={one.number}
            className="mb-2"
            title={say('own_handIn', { number: one.number, at: when(one.at, time) })}
          >
            <Written html={one.html} />
          </Disclosure>
        ))}
        {submission.draft !== null && !submission.handIns.length && <Written html={submission.draft} />}
        {submission.worksheet !== null && (
          <p className="mt-1 text-[0.9375rem]">
            <a
              href={addressOf(routes.takeWorksheet, { ...params, number: '0' })}
              download
              className="text-blue underline underline-offset-2"
            >
              {say('own_worksheet')}
            </a>
          </p>
        )}
        {submission.files.length > 0 && (
          <ul className="mt-1 flex flex-wrap gap-x-4 text-[0.9375rem]">
            {submission.files.map(file => (
              <li key={file.id}>
                <a
                  href={addressOf(routes.seeFile, { ...params, fileId: file.id })}
                  className="text-blue underline underline-offset-2"
                >
                  {file.name}
                </a>
              </li>
            ))}
          </ul>
        )}
      </Row>
    </Section>
  )
}
