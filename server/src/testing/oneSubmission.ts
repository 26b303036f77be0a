import type { TopicId, WorkId } from '@oppen/core/ids'
import {
  type BuiltClass,
  buildTopic,
  buildWork,
  type Person,
  type SmallSchool,
  smallSchool,
  submissionOf,
} from '@oppen/demo'
import { afterAll, beforeAll, beforeEach } from 'vitest'
import type { SubmissionAddress } from '../features/submissions/moves.js'

export type OneSubmission = {
  school: SmallSchool
  built: BuiltClass
  topicId: TopicId
  teacher: Person
  anna: Person
  workId: WorkId
  /** Anna's submission of the work. */
  submission: () => SubmissionAddress
}

/** A school for the tests of one file, with a work in it that is another before each test. */
export function oneSubmission(): OneSubmission {
  const on = {} as OneSubmission
  beforeAll(async () => {
    const school = await smallSchool()
    const { built, teacher, anna } = school
    const topicId = await buildTopic(school.world, built, 'High water')
    const submission = () => submissionOf(built, on.workId, 'Anna Reyes')
    Object.assign(on, { school, built, teacher, anna, topicId, submission })
  })
  afterAll(() => on.school.stop())
  beforeEach(async () => {
    on.workId = await buildWork(on.school.world, on.built, {
      topicId: on.topicId,
      title: 'Read a table',
      due: '2026-10-16T17:00',
      points: '10',
      template: '<p>High water: </p>',
    })
  })
  return on
}
