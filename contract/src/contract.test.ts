import { ACTIONS } from '@oppen/core/permissions'
import { describe, expect, it } from 'vitest'
import { addressOf, ERRORS, FILE_LIMITS, type RouteName, routes } from './index.js'
import { shapes } from './shapes.js'

const names = Object.keys(routes) as RouteName[]

describe('the routes', () => {
  it('have one address each, and one set of shapes', () => {
    const addresses = names.map(name => `${routes[name].method} ${routes[name].path.replace(/:\w+/g, ':')}`)
    expect(new Set(addresses).size).toBe(names.length)
    expect(Object.keys(shapes).sort()).toEqual([...names].sort())
  })

  it('ask only for actions that the permissions know, and leave none of them unused', () => {
    const asked = new Set<string>(names.map(name => routes[name].may).filter(may => may !== 'open'))
    const unused = Object.keys(ACTIONS).filter(action => !asked.has(action))
    expect([...asked].filter(action => !(action in ACTIONS))).toEqual([])
    expect(unused).toEqual([])
  })

  it('change nothing when they are only read', () => {
    for (const name of names.filter(one => routes[one].method === 'GET')) {
      expect('body' in shapes[name], name).toBe(false)
    }
  })

  it('limit attempts wherever somebody without a session can guess', () => {
    // nothing is typed into these: they go by a cookie or an address of 256 random bits, or say nothing of anybody
    const byCookie: RouteName[] = [
      'signOut',
      'seeWelcome',
      'goToSchool',
      'seeTablet',
      'seeTabletFace',
      'readFeed',
      'seeShared',
      'seeSharedFile',
      'seeSharedWorksheet',
    ]
    const guessed: RouteName[] = names.filter(name => routes[name].may === 'open' && !byCookie.includes(name))
    for (const name of guessed) expect(routes[name].rateLimits, name).toBeDefined()
  })

  it('name in their address whose thing it is, where it is one pupil’s', () => {
    const onePupils = [
      'submission.see',
      'submission.write',
      'submission.mark',
      'sideNote.write',
      'outcome.see',
    ]
    for (const name of names.filter(one => onePupils.includes(routes[one].may))) {
      expect(routes[name].path, name).toMatch(/:classId.*:placeId/)
    }
  })
})

it('an address is filled in safely, whatever stands in its parts', () => {
  const params = { classId: 'a/b', workId: '?x', placeId: '..' } as never
  expect(addressOf(routes.seeSubmission, params)).toBe('/api/classes/a%2Fb/works/%3Fx/submissions/..')
})

describe('the shapes', () => {
  const none = { appears: null, opens: null, due: null, closes: null }
  const good = {
    kind: 'assignment',
    topicId: null,
    title: 'A',
    directions: '',
    details: {},
    week: null,
    lane: null,
    forWhom: 'all',
    groupIds: [],
    placeIds: [],
    rules: none,
    groupRules: {},
    points: null,
    minutes: null,
    category: '',
    links: [],
  }
  const posting = (change: object = {}) =>
    shapes.postWork.body.safeParse({ form: { ...good, ...change }, draft: false, alsoIn: [] }).success

  it('take what screens send and refuse what nobody sends', () => {
    expect(posting()).toBe(true)
    expect(posting({ rules: { ...none, due: { is: 'lesson', edge: 'start', n: 2 } } })).toBe(true)
    for (const change of [
      { title: 5 },
      { minutes: 0 },
      { minutes: 1.5 },
      { topicId: '' },
      { kind: 'parade' },
      { lane: 'fast' },
      { rules: { ...none, due: 12 } },
      { rules: { ...none, due: { is: 'whenever' } } },
      { rules: { due: null } },
    ])
      expect(posting(change), JSON.stringify(change)).toBe(false)
  })

  it('let a text through that is too long, so that core can refuse it by its name', () => {
    expect(shapes.writeNote.body.safeParse({ html: 'x'.repeat(100_000) }).success).toBe(true)
  })

  it('bound every list and every number that decides how much is done', () => {
    const place = { name: 'x', groupId: null, email: null, number: null, familyLanguage: null }
    expect(shapes.addPlaces.body.safeParse({ places: [place] }).success).toBe(true)
    expect(shapes.addPlaces.body.safeParse({ places: Array(501).fill(place) }).success).toBe(false)
    expect(shapes.openDoor.body.safeParse({ span: { minutes: 601 }, admits: null }).success).toBe(false)
    expect(shapes.saveDraft.body.safeParse({ html: '', base: -1 }).success).toBe(false)
  })
})

it('every refusal has a status of HTTP’s own kinds of refusal', () => {
  // RFC 9110, sections 15.5 and 15.6; 429 from RFC 6585, 507 from RFC 4918
  const known = [400, 401, 403, 404, 409, 410, 413, 415, 416, 421, 422, 429, 500, 503, 507]
  for (const [code, { status }] of Object.entries(ERRORS)) expect(known, code).toContain(status)
  expect(FILE_LIMITS.size).toBe(20_971_520)
})
