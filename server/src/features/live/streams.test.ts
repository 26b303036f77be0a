import type { LiveEvent } from '@oppen/contract'
import type { AccountId, ClassId, Instant, PlaceId, WorkId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { buildWork, type SmallSchool, smallSchool, submissionOf } from '@oppen/demo'
import { describe, expect, it } from 'vitest'
import { LiveStreams, type Stream } from './streams.js'

/** A stream as the library gives it, that keeps what is sent. */
class Screen implements Stream {
  readonly heard: LiveEvent['what'][] = []
  readonly accountId: AccountId
  readonly tokenHash: string
  isConnected = true
  writableLength = 0
  ended = false
  destroyed = false
  #gone = () => {}

  constructor(account: string, token = account) {
    this.accountId = account as AccountId
    this.tokenHash = token
  }
  readonly session = {
    isConnected: true,
    push: (event: LiveEvent) => this.heard.push(event.what),
    once: (_: 'disconnected', listener: () => void) => {
      this.#gone = listener
    },
  }
  readonly response = {
    end: () => {
      this.ended = true
      return undefined as never
    },
    destroy: () => {
      this.destroyed = true
      return undefined as never
    },
    writableLength: 0,
  }
  disconnect(): void {
    this.session.isConnected = false
    this.#gone()
  }
}

const classId = 'class' as ClassId
const pupil = (accountId: string, placeId = `place of ${accountId}`): Viewer =>
  ({
    accountId,
    kind: 'pupil',
    guest: false,
    teaches: [],
    places: [{ classId, placeId, archived: false }],
    follows: [],
    left: [],
    circles: [],
  }) as unknown as Viewer
const draftOf = (placeId: string): LiveEvent => ({
  what: 'draft',
  classId,
  workId: 'work' as WorkId,
  placeId: placeId as PlaceId,
  version: 1,
})

function make(viewers: Viewer[], ends: Record<string, Instant> = {}) {
  const streams = new LiveStreams('run')
  const asked = { class: 0, end: 0 }
  const clock = { now: 0 }
  streams.audience = {
    now: () => clock.now,
    ofClass: async () => {
      asked.class += 1
      return viewers
    },
    ofSpace: async () => {
      asked.class += 1
      return viewers
    },
    ofCircle: async () => [],
    endOf: async token => {
      asked.end += 1
      return ends[token]
    },
  }
  return { streams, asked, clock, ends }
}

describe('an event', () => {
  it('reaches those whom it concerns on every device, and nobody else', async () => {
    const { streams } = make([pupil('anna'), pupil('bo')])
    const screens = [new Screen('anna'), new Screen('anna', 'second'), new Screen('bo'), new Screen('cara')]
    for (const screen of screens) streams.add(screen, 100)
    await streams.tell(draftOf('place of anna'))
    expect(screens.map(screen => screen.heard)).toEqual([['draft'], ['draft'], [], []])
  })

  it('asks once who belongs to the class, however many screens are open, and of no session whether it lasts', async () => {
    const { streams, asked } = make([pupil('anna')])
    for (let n = 0; n < 500; n++) streams.add(new Screen(`other ${n}`), 100)
    streams.add(new Screen('anna'), 100)
    await streams.tell(draftOf('place of anna'))
    expect(asked).toEqual({ class: 1, end: 0 })
    expect(streams.size).toBe(501)
  })

  it('ends the stream of a session that has ended, and puts off the end of one that was used', async () => {
    const { streams, clock, ends } = make([pupil('anna')], { used: 500 })
    const [over, used] = [new Screen('anna', 'over'), new Screen('anna', 'used')]
    streams.add(over, 100)
    streams.add(used, 100)
    clock.now = 200
    await streams.tell(draftOf('place of anna'))
    await expect.poll(() => over.ended).toBe(true)
    expect([used.heard, used.ended, streams.size]).toEqual([['draft'], false, 1])
    ends.used = undefined as never
    clock.now = 400
    await streams.tell(draftOf('place of anna'))
    expect(used.heard).toEqual(['draft', 'draft'])
  })
})

describe('streams', () => {
  it('of one person are so many at most: the longest open one ends', () => {
    const { streams } = make([])
    const screens = Array.from({ length: 30 }, (_, n) => new Screen('anna', `token ${n}`))
    for (const screen of screens) streams.add(screen, 100)
    expect(streams.size).toBe(24)
    expect(screens.map(screen => screen.ended)).toEqual(screens.map((_, n) => n < 6))
  })

  it('that nobody reads are cut off before they take memory without end', async () => {
    const { streams } = make([pupil('anna')])
    const screen = new Screen('anna')
    streams.add(screen, 100)
    screen.response.writableLength = 1_000_000
    await streams.tell(draftOf('place of anna'))
    expect([screen.destroyed, screen.heard, streams.size]).toEqual([true, [], 0])
  })

  it('end with their session or when their screen goes, and leave nothing behind', () => {
    const { streams } = make([])
    const [one, two, three] = [new Screen('anna', 'a'), new Screen('anna', 'b'), new Screen('bo', 'c')]
    for (const screen of [one, two, three]) streams.add(screen, 100)
    streams.drop('a')
    three.disconnect()
    expect([one.ended, two.ended, streams.size]).toEqual([true, false, 1])
    streams.stop()
    expect([two.ended, streams.size]).toEqual([true, 0])
  })
})

it('a save of one class asks nothing of the sessions of open screens, and reads no class again', async () => {
  const statements: string[] = []
  const school: SmallSchool = await smallSchool({ onStatement: sql => statements.push(sql) })
  const streams = await Promise.all(
    [school.teacher, school.anna, school.bo, school.family].map(person =>
      person.fetch('/api/live', { headers: { accept: 'text/event-stream' } }),
    ),
  )
  await expect.poll(() => school.world.live.size).toBe(4)
  const submission = submissionOf(
    school.built,
    await buildWork(school.world, school.built, { title: 'Log' }),
    'Anna Reyes',
  )
  await school.anna.get('saveDraft', submission, { html: '<p>one</p>', base: 0 })
  await school.anna.get('saveDraft', submission, { html: '<p>two</p>', base: 1 })
  statements.length = 0
  await school.anna.get('saveDraft', submission, { html: '<p>three</p>', base: 2 })
  expect(statements.filter(sql => /from sessions|from accounts|family_links/.test(sql))).toEqual([])
  for (const stream of streams) await stream.body?.cancel()
  await school.stop()
})

describe('a stream that is opened after its page was read', () => {
  const circle: LiveEvent = { what: 'circle', circleId: 'other' as never }

  it('is told what concerns it of all that was told meanwhile, in order', async () => {
    const { streams } = make([pupil('anna'), pupil('bo')])
    await streams.tell(draftOf('place of anna'))
    const since = streams.position
    await streams.tell(draftOf('place of bo'))
    await streams.tell({ what: 'talk', spaceId: classId })
    await streams.tellPerson('anna' as AccountId, { what: 'me' })
    await streams.tellPerson('bo' as AccountId, { what: 'me' })
    await streams.tell(circle)
    const screen = new Screen('anna')
    streams.add(screen, Infinity)
    streams.catchUp(screen, pupil('anna'), since)
    expect(screen.heard).toEqual(['talk', 'me'])
  })

  it('is told nothing where nothing happened', () => {
    const { streams } = make([pupil('anna')])
    const screen = new Screen('anna')
    streams.catchUp(screen, pupil('anna'), streams.position)
    expect(screen.heard).toEqual([])
  })

  it.each(['', 'another.0', 'run.-1', 'run.1', 'run.x', 'run.1e3', 'x'.repeat(100_000)])(
    'is told to read everything anew where its position is not known (%.20s)',
    since => {
      const { streams } = make([pupil('anna')])
      const screen = new Screen('anna')
      streams.catchUp(screen, pupil('anna'), since)
      expect(screen.heard).toEqual(['me'])
    },
  )

  it('is told so once in place of very many single things', async () => {
    const { streams } = make([pupil('anna')])
    const since = streams.position
    for (let n = 0; n < 51; n++) await streams.tell({ what: 'talk', spaceId: classId })
    const screen = new Screen('anna')
    streams.catchUp(screen, pupil('anna'), since)
    expect(screen.heard).toEqual(['me'])
  })

  it('is told so as well where more happened than is remembered', async () => {
    const { streams } = make([pupil('anna')])
    const since = streams.position
    for (let n = 0; n < 2_001; n++) streams.tellAll({ what: 'clock' })
    const screen = new Screen('anna')
    streams.catchUp(screen, pupil('anna'), since)
    expect(screen.heard).toEqual(['me'])
  })
})
