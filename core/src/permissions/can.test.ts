import { describe, expect, it } from 'vitest'
import type { AccountId, CircleId, ClassId, PlaceId } from '../ids/index.js'
import { ACTIONS, type Action, can, type Viewer, verdict } from './index.js'

const classId = 'science' as ClassId
const placeId = 'ada' as PlaceId
const viewer = (ties: Partial<Viewer>): Viewer => ({
  accountId: 'x' as AccountId,
  kind: 'pupil',
  guest: false,
  ownsSchool: false,
  teaches: [],
  places: [],
  follows: [],
  left: [],
  circles: [],
  ...ties,
})

const archived = false
const bram = 'bram' as PlaceId
const numbers = 'numbers' as ClassId

const people = {
  owner: viewer({ kind: 'teacher', teaches: [{ classId, role: 'owner', archived }] }),
  coTeacher: viewer({ kind: 'teacher', teaches: [{ classId, role: 'coTeacher', archived }] }),
  pupil: viewer({ places: [{ classId, placeId, archived }] }),
  otherPupil: viewer({ places: [{ classId, placeId: bram, archived }] }),
  leaver: viewer({ left: [{ classId, placeId, archived }] }),
  otherLeaver: viewer({ left: [{ classId, placeId: bram, archived }] }),
  family: viewer({ kind: 'family', follows: [{ classId, placeId, archived }] }),
  otherFamily: viewer({ kind: 'family', follows: [{ classId, placeId: bram, archived }] }),
  otherTeacher: viewer({ kind: 'teacher', teaches: [{ classId: numbers, role: 'owner', archived }] }),
  strangerPupil: viewer({ places: [{ classId: numbers, placeId, archived }] }),
}

const may = (action: Action) =>
  Object.entries(people)
    .filter(([, who]) => can(who, action, { kind: 'place', classId, placeId }))
    .map(([name]) => name)

describe('one pupil’s things', () => {
  it.each([
    ['submission.see', ['owner', 'coTeacher', 'pupil']],
    ['submission.write', ['pupil']],
    ['submission.mark', ['owner', 'coTeacher']],
    ['fluency.see', ['owner', 'coTeacher', 'pupil']],
    ['sideNote.write', ['owner', 'coTeacher', 'pupil']],
    ['outcome.see', ['owner', 'coTeacher', 'pupil', 'family']],
    ['face.see', ['owner', 'coTeacher', 'pupil', 'family']],
    ['ownWork.see', ['owner', 'coTeacher', 'pupil', 'leaver']],
    ['class.leave', ['pupil']],
    ['readingHelp.show', ['family']],
    ['week.see', ['owner', 'coTeacher', 'pupil', 'otherPupil']],
    ['week.change', ['owner', 'coTeacher']],
    ['work.change', ['owner', 'coTeacher']],
    ['answers.see', ['owner', 'coTeacher', 'pupil', 'otherPupil']],
    ['timetable.change', ['owner', 'coTeacher']],
    ['register.see', ['owner', 'coTeacher']],
    ['team.change', ['owner', 'coTeacher']],
    ['team.handOver', ['owner']],
  ] as const)('%s is for %s', (action, who) => expect(may(action)).toEqual(who))
})

it('nobody from outside a class may do anything to it', () => {
  const ofSchool: Action[] = [
    'account.self',
    'account.change',
    'class.make',
    'phrases.own',
    'mails.see',
    'colleagues.see',
    'letterHours.set',
    'calendar.see',
    'calendar.change',
    'school.see',
    'school.change',
  ]
  for (const action of (Object.keys(ACTIONS) as Action[]).filter(one => !ofSchool.includes(one))) {
    for (const who of [people.otherTeacher, people.strangerPupil, people.otherLeaver]) {
      expect(can(who, action, { kind: 'place', classId, placeId })).toBe(false)
      expect(can(who, action, { kind: 'class', classId })).toBe(false)
    }
  }
})

describe('an archived class', () => {
  const subject = { kind: 'place', classId, placeId } as const
  const shelved = (who: Viewer): Viewer => ({
    ...who,
    teaches: who.teaches.map(tie => ({ ...tie, archived: true })),
    places: who.places.map(tie => ({ ...tie, archived: true })),
    follows: who.follows.map(tie => ({ ...tie, archived: true })),
  })

  it('can be read by all who could before, and written by nobody', () => {
    for (const who of Object.values(people)) {
      for (const action of Object.keys(ACTIONS) as Action[]) {
        const before = verdict(who, action, subject)
        const now = verdict(shelved(who), action, subject)
        const reads =
          action.endsWith('.see') ||
          ['class.archive', 'class.leave', 'class.hide', 'class.carryOver', 'portfolio.revoke'].includes(
            action,
          )
        const tied = shelved(who).teaches.length + shelved(who).places.length + shelved(who).follows.length
        const here = tied > 0 && ![people.otherTeacher, people.strangerPupil].includes(who)
        expect(now, action).toBe(before === 'yes' && !reads && here ? 'archived' : before)
      }
    }
  })
})

it('a circle is for its members, and its administrators look after it', () => {
  const circleId = 'readers' as CircleId
  const subject = { kind: 'circle', circleId } as const
  const administrator = viewer({ circles: [{ circleId, role: 'administrator' }] })
  const member = viewer({ kind: 'family', circles: [{ circleId, role: 'member' }] })
  expect([administrator, member, people.owner].map(who => can(who, 'circle.see', subject))).toEqual([
    true,
    true,
    false,
  ])
  expect([administrator, member, people.owner].map(who => can(who, 'circle.administer', subject))).toEqual([
    true,
    false,
    false,
  ])
})

describe('talk', () => {
  const circleId = 'readers' as CircleId
  const administrator = viewer({ circles: [{ circleId, role: 'administrator' }] })
  const member = viewer({ kind: 'family', circles: [{ circleId, role: 'member' }] })
  const all = { ...people, administrator, member }
  const who = (action: Action, spaceId: ClassId | CircleId) =>
    Object.entries(all)
      .filter(([, one]) => can(one, action, { kind: 'space', spaceId }))
      .map(([name]) => name)
  const ofClass = ['owner', 'coTeacher', 'pupil', 'otherPupil', 'family', 'otherFamily']

  it.each([
    ['talk.see', ofClass, ['administrator', 'member']],
    ['talk.write', ofClass, ['administrator', 'member']],
    ['talk.moderate', ['owner', 'coTeacher'], ['administrator']],
    ['talk.moderation.see', ['owner', 'coTeacher'], ['administrator']],
    // nothing else of a class or a circle is asked about as a space for more than those
    ['circle.administer', [], ['administrator']],
    ['register.see', ['owner', 'coTeacher'], []],
    ['submission.see', ['owner', 'coTeacher'], []],
  ] as const)('%s in a class is for %s, in a circle for %s', (action, here, there) => {
    expect(who(action, classId)).toEqual(here)
    expect(who(action, circleId)).toEqual(there)
  })

  it('of an archived class can be read and not written', () => {
    const shelved = viewer({ places: [{ classId, placeId, archived: true }] })
    expect(verdict(shelved, 'talk.see', { kind: 'space', spaceId: classId })).toBe('yes')
    expect(verdict(shelved, 'talk.write', { kind: 'space', spaceId: classId })).toBe('archived')
  })
})

it('who came in with a name alone has no account to change', () => {
  expect(can(viewer({ guest: true }), 'account.change', { kind: 'school' })).toBe(false)
  expect(can(people.pupil, 'account.change', { kind: 'school' })).toBe(true)
})

it('only teachers make classes', () => {
  expect(can(people.otherTeacher, 'class.make', { kind: 'school' })).toBe(true)
  expect(can(people.pupil, 'class.make', { kind: 'school' })).toBe(false)
  expect(can(people.family, 'class.make', { kind: 'school' })).toBe(false)
})
