import type { Shapes } from '../shapes.js'
import { route } from '../wire/route.js'

/** The first start of a school, and what its owner looks after. */
export const schoolRoutes = {
  seeOwnerKey: route<Shapes['seeOwnerKey']>()('POST', '/api/begin/key', 'open', { rateLimits: ['key'] }),
  beginSchool: route<Shapes['beginSchool']>()('POST', '/api/begin', 'open', { rateLimits: ['key'] }),
  seeSchool: route<Shapes['seeSchool']>()('GET', '/api/school', 'school.see'),
  changeSchool: route<Shapes['changeSchool']>()('PUT', '/api/school', 'school.change'),
  changeMail: route<Shapes['changeMail']>()('PUT', '/api/school/mail', 'school.change'),
  tryMail: route<Shapes['tryMail']>()('POST', '/api/school/mail/try', 'school.change'),
  changeSignIn: route<Shapes['changeSignIn']>()('PUT', '/api/school/sign-in', 'school.change'),
  seeTeachers: route<Shapes['seeTeachers']>()('GET', '/api/school/teachers', 'school.see'),
  addTeacher: route<Shapes['addTeacher']>()('POST', '/api/school/teachers', 'school.change'),
  changeTeacher: route<Shapes['changeTeacher']>()('PUT', '/api/school/teachers/:accountId', 'school.change'),
  giveTeacherSecret: route<Shapes['giveTeacherSecret']>()(
    'POST',
    '/api/school/teachers/:accountId/secret',
    'school.change',
  ),
  endTeacher: route<Shapes['endTeacher']>()('POST', '/api/school/teachers/:accountId/end', 'school.change'),
  seeStorage: route<Shapes['seeStorage']>()('GET', '/api/school/storage', 'school.see'),
  changeLimits: route<Shapes['changeLimits']>()('PUT', '/api/school/limits', 'school.change'),
  backUp: route<Shapes['backUp']>()('POST', '/api/school/backups', 'school.change'),
  seeSchoolAuditLog: route<Shapes['seeSchoolAuditLog']>()('POST', '/api/school/audit-log', 'school.see'),
  findPeople: route<Shapes['findPeople']>()('POST', '/api/school/people', 'school.see'),
  seePerson: route<Shapes['seePerson']>()('GET', '/api/school/people/:personId', 'school.see'),
  takePerson: route<Shapes['takePerson']>()('GET', '/api/school/people/:personId/archive', 'school.see', {
    carries: 'bytes',
  }),
  erasePerson: route<Shapes['erasePerson']>()('POST', '/api/school/people/:personId/erase', 'school.change'),
}
