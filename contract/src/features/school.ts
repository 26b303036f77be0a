import type { AccountId, ClassId } from '@oppen/core/ids'
import { z } from 'zod'
import { AUDIT_KINDS } from '../wire/auditLog.js'
import { done, id, instant, line } from '../wire/shapes.js'
import { me } from './accounts.js'

/** What the machine's settings fix, so that it cannot be changed on a screen. */
export const pinned = z.enum(['name', 'zone', 'mail', 'signIn'])
export type Pinned = z.infer<typeof pinned>

/** A count of people or things. */
const count = z.number().int()
const bytes = z.number().int()

export const backupsStand = z.object({
  state: z.enum(['off', 'waiting', 'fresh', 'failed', 'overdue']),
  lastAt: instant.nullable(),
  problem: z.string().nullable(),
  folder: z.string().nullable(),
  /** The local time of the nightly backup, "02:30". */
  at: z.string().nullable(),
  days: z.number().int().nullable(),
  kept: z.array(z.object({ name: z.string(), at: instant, files: count, bytes })),
})

export const schoolPage = z.object({
  name: z.string(),
  zone: z.string(),
  address: z.string().nullable(),
  pinned: z.array(pinned),
  /** Works, notes and lessons whose moments were worked out in the zone: while there are any, it stays. */
  zoneInUse: count,
  people: z.object({ teachers: count, pupils: count, families: count, classes: count, archived: count }),
  terms: z.array(z.object({ name: z.string(), from: z.string(), to: z.string() })),
  mail: z.object({
    by: z.enum(['outbox', 'server']),
    server: z.string().nullable(),
    user: z.string().nullable(),
    from: z.string(),
  }),
  signIn: z
    .object({ name: z.string(), issuer: z.string().nullable(), client: z.string().nullable() })
    .nullable(),
  backups: backupsStand,
  disk: z.object({ used: bytes, free: bytes }),
})
export type SchoolPage = z.infer<typeof schoolPage>

export const schoolForm = z.object({ name: line, zone: line })

/** `server` null for the simulated outbox. A password that is left out stays as it is. */
export const mailForm = z.object({
  server: line.nullable(),
  user: line,
  password: line.nullable().optional(),
  from: line,
})

/** Null where the school has no identity provider. A client secret that is left out stays as it is. */
export const signInForm = z.object({
  provider: z
    .object({ name: line, issuer: line, client: line, clientSecret: line.nullable().optional() })
    .nullable(),
})

export const teacherLine = z.object({
  accountId: id<AccountId>(),
  shownName: z.string(),
  userName: z.string(),
  email: z.string().nullable(),
  emailAsked: z.string().nullable(),
  ownsSchool: z.boolean(),
  /** Has never signed in: the one-time password is still to be used. */
  fresh: z.boolean(),
  endedAt: instant.nullable(),
  seenAt: instant.nullable(),
  classes: z.array(z.object({ classId: id<ClassId>(), name: z.string(), owns: z.boolean() })),
})
export type TeacherLine = z.infer<typeof teacherLine>

export const teachersPage = z.object({ teachers: z.array(teacherLine) })

const oneTime = z.object({ userName: z.string(), secret: z.string() })

export const personLine = z.object({
  /** An account, or a place of a register that nobody has claimed. */
  personId: id<string>(),
  kind: z.enum(['teacher', 'pupil', 'family', 'place']),
  name: z.string(),
  userName: z.string().nullable(),
  classes: z.array(z.string()),
})
export type PersonLine = z.infer<typeof personLine>

export const personPage = personLine.extend({
  madeAt: instant,
  seenAt: instant.nullable(),
  /** Whose families these are, or whose family this is. */
  tiedTo: z.array(z.object({ personId: id<string>(), name: z.string() })),
  /** Rows by kind of what is stored. */
  stored: z.array(z.object({ kind: z.string(), count })),
  files: z.object({ count, bytes }),
  /** Why this person cannot be erased now, by code; null where they can. */
  staysFor: z.enum(['self', 'last_owner', 'has_classes']).nullable(),
})
export type PersonPage = z.infer<typeof personPage>

export const storagePage = z.object({
  backups: backupsStand,
  disk: z.object({ used: bytes, free: bytes, database: bytes, files: bytes }),
  limits: z.object({ pupil: bytes, class: bytes, circle: bytes }),
  classes: z.array(
    z.object({ classId: id<ClassId>(), name: z.string(), archived: z.boolean(), used: bytes }),
  ),
  /** How long what is no longer needed is kept, in days. */
  lives: z.array(z.object({ kind: z.string(), days: z.number() })),
})
export type StoragePage = z.infer<typeof storagePage>

export const limitsForm = z.object({
  /** In mebibytes. */
  pupil: z.number().int().min(10).max(100_000),
  class: z.number().int().min(100).max(1_000_000),
  circle: z.number().int().min(10).max(100_000),
})

export const schoolAuditLogPage = z.object({
  lines: z.array(
    z.object({
      id: z.number().int(),
      at: instant,
      kind: z.enum(AUDIT_KINDS),
      by: z.string().nullable(),
      name: z.string().nullable(),
      className: z.string().nullable(),
    }),
  ),
  /** What to ask with for older lines; null where there are none. */
  older: z.number().int().nullable(),
})
export type SchoolAuditLogPage = z.infer<typeof schoolAuditLogPage>

export const schoolShapes = {
  seeOwnerKey: {
    body: z.object({ key: line }),
    reply: z.object({ name: z.string(), zone: z.string(), pinned: z.array(pinned) }),
  },
  beginSchool: {
    body: z.object({
      key: line,
      school: line,
      zone: line,
      shownName: line,
      email: line.nullable(),
      secret: line,
    }),
    reply: me,
  },
  seeSchool: { reply: schoolPage },
  changeSchool: { body: schoolForm, reply: schoolPage },
  changeMail: { body: mailForm, reply: schoolPage },
  tryMail: { body: z.object({ to: line }), reply: done },
  changeSignIn: { body: signInForm, reply: schoolPage },
  seeTeachers: { reply: teachersPage },
  addTeacher: { body: z.object({ shownName: line, email: line.nullable() }), reply: oneTime },
  changeTeacher: {
    body: z.object({ shownName: line, email: line.nullable(), ownsSchool: z.boolean() }),
    reply: teachersPage,
  },
  giveTeacherSecret: { reply: oneTime },
  endTeacher: { body: z.object({ handTo: id<AccountId>().nullable() }), reply: teachersPage },
  seeStorage: { reply: storagePage },
  changeLimits: { body: limitsForm, reply: storagePage },
  backUp: { reply: storagePage },
  seeSchoolAuditLog: { body: z.object({ before: z.number().int().nullable() }), reply: schoolAuditLogPage },
  findPeople: { body: z.object({ words: line }), reply: z.object({ people: z.array(personLine) }) },
  seePerson: { reply: personPage },
  takePerson: {},
  erasePerson: { body: z.object({ name: line }), reply: done },
}
