import { describe, expect, it } from 'vitest'
import type { AccountId, ClassId, PlaceId } from '../ids/index.js'
import { ACTIONS, type Action, can, readSeenAs, seenAsText, type Viewer, viewerAs } from './index.js'

const [classId, other] = ['k'.repeat(16), 'o'.repeat(16)] as ClassId[] as [ClassId, ClassId]
const [placeId, elsewhere] = ['p'.repeat(16), 'q'.repeat(16)] as PlaceId[] as [PlaceId, PlaceId]
const teacher: Viewer = {
  ...{ accountId: 't' as AccountId, kind: 'teacher', guest: false, ownsSchool: true },
  teaches: [{ classId, archived: false, role: 'owner' }],
  ...{ places: [], follows: [], left: [], circles: [{ circleId: 'c' as never, role: 'administrator' }] },
}
const stranger: Viewer = { ...teacher, teaches: [{ classId: other, archived: false, role: 'owner' }] }

describe('who is looked as', () => {
  it('is read as it is written, and nothing else is', () => {
    for (const as of ['pupil', 'family', 'standIn'] as const)
      expect(readSeenAs(seenAsText({ as, classId, placeId }))).toEqual({ as, classId, placeId })
    for (const text of [
      '',
      'pupil',
      `owner.${classId}.${placeId}`,
      `pupil.${classId}.x`,
      `pupil.${classId}.${placeId}.x`,
    ])
      expect(readSeenAs(text)).toBeUndefined()
  })

  it('is in a class that the teacher teaches, and never more than the teacher may see of it', () => {
    for (const as of ['pupil', 'family'] as const) {
      expect(viewerAs(stranger, { as, classId, placeId }, null)).toBeUndefined()
      const seen = viewerAs(teacher, { as, classId, placeId }, null) as Viewer
      const looks = (Object.keys(ACTIONS) as Action[]).filter(action => action.endsWith('.see'))
      for (const action of looks)
        for (const subject of [
          { kind: 'class', classId },
          { kind: 'place', classId, placeId },
          { kind: 'place', classId, placeId: elsewhere },
          { kind: 'class', classId: other },
          { kind: 'space', spaceId: 'c' as never },
          { kind: 'circle', circleId: 'c' as never },
          { kind: 'school' },
        ] as const)
          if (can(seen, action, subject)) expect(can(teacher, action, subject), `${as} ${action}`).toBe(true)
      expect(can(seen, 'marking.see', { kind: 'class', classId })).toBe(false)
      expect(can(seen, 'outcome.see', { kind: 'place', classId, placeId: elsewhere })).toBe(false)
    }
  })

  it('is the stand-in with its own account alone', () => {
    const asked = { as: 'standIn', classId, placeId } as const
    expect(viewerAs(teacher, asked, null)).toBeUndefined()
    expect(viewerAs(teacher, { ...asked, as: 'pupil' }, 's' as AccountId)).toBeUndefined()
    const standIn = viewerAs(teacher, asked, 's' as AccountId) as Viewer
    expect(can(standIn, 'submission.write', { kind: 'place', classId, placeId })).toBe(true)
    expect(can(standIn, 'submission.write', { kind: 'place', classId, placeId: elsewhere })).toBe(false)
  })
})
