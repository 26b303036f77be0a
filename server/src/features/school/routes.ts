import type { Handlers } from '../../http/serve.js'
import { sendPerson } from './archive.js'
import { beginSchool, seeOwnerKey } from './begin.js'
import { erasePerson } from './erase.js'
import { findPeople, seePerson } from './people.js'
import { changeMail, changeSchool, changeSignIn, seeSchool, tryMail } from './school.js'
import { seeSchoolAuditLog } from './schoolAuditLog.js'
import { backUp, changeLimits, seeStorage } from './storage.js'
import { addTeacher, changeTeacher, endTeacher, giveTeacherSecret, seeTeachers } from './teachers.js'

export const schoolHandlers = {
  seeOwnerKey: ({ world, body }) => seeOwnerKey(world, body.key),
  beginSchool: ({ world, response, body }) => beginSchool(world, response, body),
  seeSchool: ({ world }) => seeSchool(world),
  changeSchool: ({ world, viewer, body }) => changeSchool(world, viewer, body),
  changeMail: ({ world, viewer, body }) => changeMail(world, viewer, body),
  tryMail: ({ world, viewer, body }) => tryMail(world, viewer, body.to),
  changeSignIn: ({ world, viewer, body }) => changeSignIn(world, viewer, body.provider),
  seeTeachers: ({ world }) => seeTeachers(world),
  addTeacher: ({ world, viewer, body }) => addTeacher(world, viewer, body),
  changeTeacher: ({ world, viewer, params, body }) => changeTeacher(world, viewer, params.accountId, body),
  giveTeacherSecret: ({ world, viewer, params }) => giveTeacherSecret(world, viewer, params.accountId),
  endTeacher: ({ world, viewer, params, body }) => endTeacher(world, viewer, params.accountId, body.handTo),
  seeStorage: ({ world }) => seeStorage(world),
  changeLimits: ({ world, viewer, body }) => changeLimits(world, viewer, body),
  backUp: ({ world, viewer }) => backUp(world, viewer),
  seeSchoolAuditLog: ({ world, body }) => seeSchoolAuditLog(world, body.before),
  findPeople: ({ world, body }) => findPeople(world, body.words),
  seePerson: ({ world, viewer, params }) => seePerson(world, viewer, params.personId),
  takePerson: ({ world, viewer, params, response }) => sendPerson(world, viewer, params.personId, response),
  erasePerson: ({ world, viewer, params, body }) => erasePerson(world, viewer, params.personId, body.name),
} satisfies Partial<Handlers>
