import { PAGE_KINDS } from '@oppen/core/about'
import type { ClassFileId, PageId } from '@oppen/core/ids'
import { z } from 'zod'
import { done, id, instant, line, typed } from '../wire/shapes.js'

const dayTime = z.object({ starts: z.string().max(40), ends: z.string().max(40), what: line })

const pageForm = z.object({
  kind: z.enum(PAGE_KINDS),
  title: line,
  html: typed,
  times: z.array(dayTime).max(200),
  month: z.string().max(40).nullable(),
})
export type PageForm = z.infer<typeof pageForm>

const page = pageForm.extend({
  id: id<PageId>(),
  version: z.number().int(),
  by: z.string(),
  changedAt: instant,
})
export type ClassPage = z.infer<typeof page>

const link = z.object({ title: line, url: line })
export type ClassLink = z.infer<typeof link>

const file = z.object({
  id: id<ClassFileId>(),
  name: z.string(),
  type: z.string(),
  size: z.number().int(),
  by: z.string(),
  at: instant,
})
export type ClassFile = z.infer<typeof file>

/** Everything that a class says of itself. */
export const aboutPage = z.object({
  className: z.string(),
  teachers: z.array(z.string()),
  pages: z.array(page),
  links: z.array(link),
  files: z.array(file),
})
export type AboutPage = z.infer<typeof aboutPage>

/** Who is in a class, for its teachers and pupils. */
export const membersPage = z.object({
  groups: z.array(z.object({ name: z.string(), pupils: z.array(z.string()) })),
  /** Of those who want it known: "10-14", in no order. */
  birthdays: z.array(z.object({ name: z.string(), birthday: z.string() })),
  /** The reader's own, where it is shown. */
  own: z.string().nullable(),
})
export type MembersPage = z.infer<typeof membersPage>

export const aboutShapes = {
  seeAbout: { reply: aboutPage },
  seeMembers: { reply: membersPage },
  writePage: { body: pageForm, reply: z.object({ pageId: id<PageId>() }) },
  /** `version` is the one that the change began from. */
  changePage: { body: pageForm.extend({ version: z.number().int() }), reply: done },
  removePage: { reply: done },
  restorePage: { reply: done },
  setLinks: { body: z.object({ links: z.array(link).max(100) }), reply: done },
  addClassFile: { reply: file },
  removeClassFile: { reply: done },
  restoreClassFile: { reply: done },
  seeClassFile: {},
  /** Shows the own birthday in the own classes, or no longer. */
  setBirthday: {
    body: z.object({ birthday: z.object({ day: z.number(), month: z.number() }).nullable() }),
    reply: done,
  },
}
