import type { Found, Me } from '@oppen/contract'
import { describe, expect, it } from 'vitest'
import { addressOfFound } from './foundAt.js'

const found = (part: Partial<Record<keyof Found, unknown>>): Found =>
  ({
    kind: 'work',
    ref: 'r1',
    classId: 'c1',
    circleId: null,
    where: 'Tides',
    workId: null,
    placeId: null,
    child: null,
    draft: false,
    title: '',
    body: '',
    at: null,
    ...part,
  }) as Found
const as = (kind: Me['account']['kind']) => ({ account: { kind } }) as Me

describe('a press on something found leads', () => {
  it.each<[Me['account']['kind'], Partial<Record<keyof Found, unknown>>, string]>([
    ['pupil', { kind: 'post', workId: 'w1' }, '/c/c1/work/w1#thread'],
    ['pupil', { kind: 'post', workId: 'w1', placeId: 'p1' }, '/c/c1/work/w1#note'],
    ['teacher', { kind: 'post', workId: 'w1' }, '/c/c1/work/w1/marking#thread'],
    ['teacher', { kind: 'post', workId: 'w1', placeId: 'p1' }, '/c/c1/work/w1/marking/p1#note'],
    ['pupil', { workId: 'w1' }, '/c/c1/work/w1'],
    ['pupil', { kind: 'file', workId: 'w1', placeId: 'p1' }, '/c/c1/work/w1'],
    ['pupil', { kind: 'post' }, '/c/c1/talk'],
    ['pupil', { kind: 'post', roomId: 'v1' }, '/c/c1/talk/v1'],
    ['family', { kind: 'post', roomId: 'v1' }, '/c/c1/talk/v1'],
    ['family', { kind: 'post', letterId: 'v1' }, '/c/c1/talk/letters/v1'],
    ['pupil', { kind: 'page' }, '/c/c1/about#page-r1'],
    ['pupil', { kind: 'person', placeId: 'p2' }, '/c/c1/about'],
    ['teacher', { workId: 'w1' }, '/c/c1/work/w1/marking'],
    ['teacher', { workId: 'w1', draft: true }, '/c/c1/post/w1'],
    ['teacher', { kind: 'file', workId: 'w1', placeId: 'p1' }, '/c/c1/work/w1/marking/p1'],
    ['teacher', { kind: 'person', placeId: 'p1' }, '/c/c1/register?place=p1'],
    ['teacher', { kind: 'person' }, '/c/c1/about'],
    ['teacher', { kind: 'post' }, '/c/c1/talk'],
    ['teacher', { kind: 'page' }, '/c/c1/about#page-r1'],
    ['family', { workId: 'w1', placeId: 'p1', child: 'k1' }, '/c/c1/work/w1/outcome/p1'],
    ['family', { kind: 'post', child: 'k1' }, '/child/k1/talk'],
    ['family', { kind: 'person', placeId: 'p1', child: 'k1' }, '/child/k1/progress'],
    ['family', { kind: 'page', child: 'k1' }, '/child/k1/about?class=c1'],
    ['pupil', { kind: 'post', classId: null, circleId: 'o1' }, '/circles/o1'],
  ])('%s, %j, to %s', (kind, part, address) => {
    expect(addressOfFound(found(part), as(kind))).toBe(address)
  })
})
