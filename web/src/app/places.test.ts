import type { Me, Tie } from '@oppen/contract'
import { describe, expect, it } from 'vitest'
import { areasOf, childrenOf, homeOf, numberedOf, placesOf } from './places.js'

const tie = (part: object): Tie =>
  ({
    role: 'pupil',
    classId: 'c1',
    placeId: 'p1',
    child: null,
    archived: false,
    hidden: false,
    ...part,
  }) as Tie
const me = (kind: string, ties: Tie[]): Me => ({ account: { kind }, ties }) as unknown as Me
const keys = (one: Tie) => areasOf(one).map(area => area.key)

describe('the areas of a class', () => {
  it('of a pupil lead to their own progress and to no register', () => {
    expect(keys(tie({}))).toEqual(['area_week', 'area_topics', 'area_talk', 'area_progress', 'area_about'])
    expect(areasOf(tie({})).find(area => area.key === 'area_progress')?.to).toBe('/c/c1/progress/p1')
  })

  it.each(['owner', 'coTeacher'])('of a teacher (%s) have the register and the settings besides', role => {
    expect(keys(tie({ role, placeId: null }))).toEqual([
      'area_week',
      'area_topics',
      'area_talk',
      'area_progress',
      'area_register',
      'area_about',
      'area_settings',
    ])
  })

  it('of who left have the own work and nothing else', () => {
    const left = tie({ role: 'leaver' })
    expect(areasOf(left).map(area => area.to)).toEqual(['/c/c1/own-work/p1'])
    expect(homeOf(left)).toBe('/c/c1/own-work/p1')
  })
})

describe('a press on a class leads', () => {
  it('to its week; of a class that is over to its topics, for it has no week that it is now', () => {
    expect(homeOf(tie({}))).toBe('/c/c1/week')
    expect(homeOf(tie({ archived: true }))).toBe('/c/c1/topics')
  })

  it('for a family to the week of their child, in whatever class', () => {
    expect(homeOf(tie({ role: 'family', child: 'k1' }))).toBe('/child/k1/week')
  })
})

describe('all ties of somebody', () => {
  it('are each in one place: of every day, hidden, archived, left', () => {
    const all = [
      tie({ classId: 'daily' }),
      tie({ classId: 'out', hidden: true }),
      tie({ classId: 'old', archived: true }),
      tie({ classId: 'oldOut', archived: true, hidden: true }),
      tie({ classId: 'left', role: 'leaver' }),
      tie({ classId: 'leftOld', role: 'leaver', archived: true }),
    ]
    const { daily, hidden, archived, left } = placesOf(me('pupil', all))
    const ids = [daily, hidden, archived, left].map(ties => ties.map(one => one.classId))
    expect(ids).toEqual([['daily'], ['out', 'oldOut'], ['old'], ['left', 'leftOld']])
  })
})

describe('the children of a family', () => {
  const ties = [
    tie({ role: 'family', child: 'k1', placeName: 'Anna Reyes', classId: 'c1' }),
    tie({ role: 'family', child: 'k2', placeName: 'Bo Reyes', classId: 'c2' }),
    tie({ role: 'family', child: 'k1', placeName: 'Anna Reyes', classId: 'c3' }),
    tie({ role: 'family', child: 'k2', placeName: 'Bo Reyes', classId: 'c4', hidden: true }),
  ]

  it('have all their classes but those hidden', () => {
    const children = childrenOf(me('family', ties)).map(one => [one.name, one.ties.map(each => each.classId)])
    expect(children).toEqual([
      ['Anna Reyes', ['c1', 'c3']],
      ['Bo Reyes', ['c2']],
    ])
  })

  it('are where the keys 1 to 9 lead; for everybody else their classes of every day are', () => {
    expect(numberedOf(me('family', ties))).toEqual(['/child/k1/week', '/child/k2/week'])
    const many = Array.from({ length: 12 }, (_, n) => tie({ classId: `c${n}` }))
    const numbered = numberedOf(me('pupil', [tie({ classId: 'old', archived: true }), ...many]))
    expect(numbered).toHaveLength(9)
    expect(numbered[0]).toBe('/c/c0/week')
  })
})
