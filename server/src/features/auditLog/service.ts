import type { AuditKind } from '@oppen/contract'
import type { AccountId, CircleId, ClassId, SpaceId } from '@oppen/core/ids'
import { AttemptLog } from '@oppen/core/joining'
import type { World } from '../../world.js'
import { auditLog } from './models.js'

export type Noted = {
  /** Null for what cannot be laid to one class, such as a code that no door has. */
  readonly classId: ClassId | null
  readonly circleId?: CircleId
  readonly by?: AccountId | null
  /** The name of whom it is about, as the teachers know it. */
  readonly name?: string
}

/** Writes a line into the audit log; inside a command. */
export async function audit(
  world: World,
  kind: AuditKind,
  { classId, circleId, by = null, name }: Noted,
): Promise<void> {
  const params = JSON.stringify(name === undefined ? {} : { name })
  await world.db.model(auditLog).create({
    classId,
    circleId: circleId ?? null,
    at: world.clock.now(),
    byAccount: by,
    kind,
    params,
  })
  if (classId) world.db.afterCommit(() => void world.live.tell({ what: 'auditLog', classId }))
}

/** Writes a line about the talk of a class or a circle; inside a command. */
export async function auditTalk(
  world: World,
  kind: AuditKind,
  { spaceId, ...noted }: Omit<Noted, 'classId' | 'circleId'> & { readonly spaceId: SpaceId },
): Promise<void> {
  const circle = await world.db.row('select 1 as found from circles where id = $spaceId', { spaceId })
  if (circle) return audit(world, kind, { ...noted, classId: null, circleId: spaceId as CircleId })
  return audit(world, kind, { ...noted, classId: spaceId as ClassId })
}

/** So often one thing is written in a quarter of an hour; whoever repeats it without end fills no disk. */
const MOST_LINES = 10
const told = new WeakMap<World, AttemptLog>()

function isTold(world: World, what: string): boolean {
  const book = told.get(world) ?? new AttemptLog(15 * 60_000)
  told.set(world, book)
  const now = world.clock.now()
  if (book.count(what, now) >= MOST_LINES) return true
  book.note(what, now)
  return false
}

/**
 * Writes a line about something that was refused, once the answer is out: whoever tries must not learn from the
 * time it takes.
 */
export function auditLater(world: World, kind: AuditKind, noted: Noted): void {
  if (isTold(world, `${kind} ${noted.classId} ${noted.by} ${noted.name}`)) return
  setImmediate(() => {
    world.db
      .write(() => audit(world, kind, noted))
      .catch(error => world.log.error({ err: error, kind }, 'the audit log could not be written'))
  })
}
