import { useSuspenseQuery } from '@tanstack/react-query'
import type { Prepared } from '../../app/prepared.js'
import { reads, type SubmissionParams } from '../../app/queries.js'
import { useIds } from '../../app/session.js'
import { Row, Section, Sheet } from '../../parts/Sheet.js'
import { Written } from '../../parts/Written.js'
import { say } from '../../words/say.js'
import { OUTCOME } from '../kinds/outcome.js'
import { WriteTo } from '../talk/WriteTo.js'
import { History } from './History.js'
import { MaterialList } from './Materials.js'
import { SubmissionHead } from './SubmissionHead.js'
import { TeacherSays } from './TeacherSays.js'
import { useMarkSubmissionRead } from './useMarkSubmissionRead.js'

export const prepare = ({ client, params }: Prepared) => client.prefetchQuery(reads.outcome(params))

/** A submission as the family sees it: what was asked, how it stands, what the teacher said. */
export function Screen() {
  const { classId, placeId, workId } = useIds()
  const { data: page } = useSuspenseQuery(reads.outcome({ classId, placeId, workId } as SubmissionParams))
  const { work } = page
  const Part = OUTCOME[work.kind]
  useMarkSubmissionRead({ classId, placeId, workId }, page.moves.length)
  return (
    <Sheet title={work.title}>
      <SubmissionHead page={page} ofChild />
      <Row>
        <TeacherSays page={page} />
      </Row>
      {work.directions && (
        <Section title={say('work_directions')}>
          <Row>
            <Written html={work.directions} className="max-w-prose" />
            <MaterialList materials={work.materials} html={work.directions} />
          </Row>
        </Section>
      )}
      {Part && (
        <Row className="pt-5">
          <Part params={{ classId, placeId, workId }} />
        </Row>
      )}
      <Row className="pt-5">
        <div className="max-w-2xl">
          <History page={page} />
        </div>
      </Row>
      <Row className="pt-4">
        <WriteTo
          classId={classId}
          to="teacher"
          name={page.teacherName}
          about={{ workId, placeId, title: work.title }}
        />
      </Row>
    </Sheet>
  )
}
