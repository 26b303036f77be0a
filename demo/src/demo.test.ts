import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { type SubmissionState, type SubmissionStateName, stateOfWork, type WorkKind } from '@oppen/core/work'
import { STATUS } from '@oppen/server/features/submissions/fragments'
import { closeWorld } from '@oppen/server/openWorld'
import type { World } from '@oppen/server/world'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { DEMO_NOW, openDemo, PUPILS } from './index.js'

let folder: string
let world: World
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'oppen-demo-'))
  world = await openDemo(join(folder, 'one'))
})
afterAll(async () => {
  await closeWorld(world)
  await rm(folder, { recursive: true, force: true })
})

/** Everything in the tables, but for secrets, which are salted anew each time. */
async function dump(of: World): Promise<string> {
  const tables = await of.db.rows<{ name: string }>(
    "select name from sqlite_master where type = 'table' order by name",
  )
  const all: string[] = []
  for (const { name } of tables) {
    const rows = await of.db.rows<{ secret_hash?: string }>(`select * from ${name}`)
    all.push(name, ...rows.map(({ secret_hash: _, ...row }) => JSON.stringify(row)).sort())
  }
  return all.join('\n')
}

async function states(): Promise<SubmissionState[]> {
  const rows = await world.db.rows<{
    status: string
    kind: WorkKind
    opensAt: number | null
    dueAt: number | null
    closesAt: number | null
  }>(
    `select ${STATUS} as status, w.kind, a.opens_at as opensAt, a.due_at as dueAt, a.closes_at as closesAt
     from asked a join works w on w.id = a.work_id
     left join submissions i on i.work_id = a.work_id and i.place_id = a.place_id`,
  )
  return rows.map(({ status, ...work }) => stateOfWork(work, JSON.parse(status), DEMO_NOW))
}

describe('Tern Hollow School', () => {
  it('is the same each time it is made', async () => {
    const again = await openDemo(join(folder, 'two'))
    expect(await dump(again)).toBe(await dump(world))
    await closeWorld(again)
  })

  it('shows every state of a submission, late ones too', async () => {
    const found = await states()
    const names: SubmissionStateName[] = [
      'opens',
      'toDo',
      'started',
      'withTeacher',
      'handedBack',
      'tryAgain',
      'overdue',
      'missing',
      'excused',
      'received',
      'seen',
    ]
    for (const name of names) expect(found.filter(state => state.is === name).length, name).toBeGreaterThan(0)
    expect(found.some(state => state.is === 'withTeacher' && state.lateBy > 0)).toBe(true)
  })

  it('has nobody do anything before its time or after the demo’s moment', async () => {
    const odd = await world.db.rows(
      `select m.* from moves m join works w on w.id = m.work_id
         join asked a on a.work_id = m.work_id and a.place_id = m.place_id
       where m.at > $now or m.at < w.posted_at and m.kind <> 'excuse'
         or m.kind = 'start' and m.at < coalesce(a.opens_at, 0)
         or m.kind = 'handIn' and m.at >= coalesce(a.closes_at, m.at + 1)`,
      { now: DEMO_NOW },
    )
    expect(odd).toEqual([])
    expect(PUPILS).toHaveLength(24)
  })

  it('keeps what was done when it is opened again, and its clock never goes back', async () => {
    // filled by the test before, where that has run
    const place = join(folder, 'two')
    const first = await openDemo(place)
    first.clock.moveTo?.(DEMO_NOW + 86_400_000)
    const { markRead } = await import('@oppen/server/features/accounts/service')
    const ada = await first.db.row<{ id: never }>("select id from accounts where user_name = 'ada.moreno'")
    await markRead(
      first,
      {
        accountId: ada?.id as never,
        kind: 'pupil',
        guest: false,
        ownsSchool: false,
        teaches: [],
        places: [],
        follows: [],
        left: [],
        circles: [],
      },
      'today',
    )
    await closeWorld(first)
    const second = await openDemo(place)
    expect(second.clock.now()).toBeGreaterThanOrEqual(DEMO_NOW + 86_400_000)
    expect(await second.db.rows('select what from read_markers')).toContainEqual({ what: 'today' })
    await closeWorld(second)
  })
})
