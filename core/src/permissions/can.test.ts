import { describe, expect, it } from 'vitest'
import type { AccountId, ClassId, PlaceId } from '../ids/index.js'
import { ACTIONS, type Action, can, type Viewer } from './index.js'

const classId = 'science' as ClassId
const placeId = 'ada' as PlaceId
const viewer = (ties: Partial<Viewer>): Viewer => ({
  accountId: 'x' as AccountId,
  kind: 'pupil',
  teaches: [],
  places: [],
  follows: [],
  ...ties,
})

const people = {
  owner: viewer({ kind: 'teacher', teaches: [{ classId, role: 'owner' }] }),
  coTeacher: viewer({ kind: 'teacher', teaches: [{ classId, role: 'coTeacher' }] }),
  pupil: viewer({ places: [{ classId, placeId }] }),
  otherPupil: viewer({ places: [{ classId, placeId: 'bram' as PlaceId }] }),
  family: viewer({ kind: 'family', follows: [{ classId, placeId }] }),
  otherFamily: viewer({ kind: 'family', follows: [{ classId, placeId: 'bram' as PlaceId }] }),
  otherTeacher: viewer({ kind: 'teacher', teaches: [{ classId: 'numbers' as ClassId, role: 'owner' }] }),
  strangerPupil: viewer({ places: [{ classId: 'numbers' as ClassId, placeId }] }),
}

const may = (action: Action) =>
  Object.entries(people)
    .filter(([, who]) => can(who, action, { kind: 'place', classId, placeId }))
    .map(([name]) => name)

describe('one pupil’s things', () => {
  it.each([
    ['piece.see', ['owner', 'coTeacher', 'pupil']],
    ['piece.write', ['pupil']],
    ['piece.mark', ['owner', 'coTeacher']],
    ['sideNote.write', ['owner', 'coTeacher', 'pupil']],
    ['outcome.see', ['owner', 'coTeacher', 'pupil', 'family']],
  ] as const)('%s is for %s', (action, who) => expect(may(action)).toEqual(who))
})

it('nobody from outside a class may do anything to it', () => {
  const inClass = (Object.keys(ACTIONS) as Action[]).filter(
    action => !['account.self', 'class.make'].includes(action),
  )
  for (const action of inClass) {
    for (const who of [people.otherTeacher, people.strangerPupil]) {
      expect(can(who, action, { kind: 'place', classId, placeId })).toBe(false)
      expect(can(who, action, { kind: 'class', classId })).toBe(false)
    }
  }
})

it('only teachers make classes', () => {
  expect(can(people.otherTeacher, 'class.make', { kind: 'school' })).toBe(true)
  expect(can(people.pupil, 'class.make', { kind: 'school' })).toBe(false)
  expect(can(people.family, 'class.make', { kind: 'school' })).toBe(false)
})
