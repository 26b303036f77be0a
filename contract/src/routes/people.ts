import type { Shapes } from '../shapes.js'
import { route } from '../wire/route.js'

/** Accounts, classes, their registers, and how people come in. */
export const peopleRoutes = {
  // accounts
  signIn: route<Shapes['signIn']>()('POST', '/api/sign-in', 'open', { rateLimits: ['secret'] }),
  /** To the identity provider of the school, and back with its answer: both answer with another address. */
  goToSchool: route<Shapes['goToSchool']>()('GET', '/api/entry/school', 'open', { carries: 'bytes' }),
  backFromSchool: route<Shapes['backFromSchool']>()('GET', '/api/entry/school/back', 'open', {
    carries: 'bytes',
    rateLimits: ['secret'],
  }),
  moveClock: route<Shapes['moveClock']>()('PUT', '/api/clock', 'account.self'),
  seeAccount: route<Shapes['seeAccount']>()('GET', '/api/account', 'account.self'),
  changeAccount: route<Shapes['changeAccount']>()('PUT', '/api/account', 'account.change'),
  chooseLanguage: route<Shapes['chooseLanguage']>()('PUT', '/api/account/language', 'account.self'),
  changeSecret: route<Shapes['changeSecret']>()('PUT', '/api/account/secret', 'account.change', {
    rateLimits: ['secret'],
  }),
  changePicture: route<Shapes['changePicture']>()('POST', '/api/account/picture', 'account.change', {
    carries: 'file',
  }),
  removePicture: route<Shapes['removePicture']>()('DELETE', '/api/account/picture', 'account.change'),
  endSession: route<Shapes['endSession']>()('DELETE', '/api/account/sessions/:sessionId', 'account.self'),
  confirmEmail: route<Shapes['confirmEmail']>()('POST', '/api/entry/confirm', 'open', {
    rateLimits: ['key'],
  }),
  forgot: route<Shapes['forgot']>()('POST', '/api/entry/forgot', 'open', { rateLimits: ['mail'] }),
  resetSecret: route<Shapes['resetSecret']>()('POST', '/api/entry/reset', 'open', { rateLimits: ['key'] }),

  // joining
  seeWelcome: route<Shapes['seeWelcome']>()('GET', '/api/welcome', 'open'),
  lookUpCode: route<Shapes['lookUpCode']>()('POST', '/api/entry/code', 'open', { rateLimits: ['code'] }),
  claim: route<Shapes['claim']>()('POST', '/api/entry/claim', 'open', { rateLimits: ['code'] }),
  enterAsSelf: route<Shapes['enterAsSelf']>()('POST', '/api/entry/again', 'open', {
    rateLimits: ['code', 'secret'],
  }),
  askIn: route<Shapes['askIn']>()('POST', '/api/entry/newcomer', 'open', { rateLimits: ['code'] }),
  comeAsGuest: route<Shapes['comeAsGuest']>()('POST', '/api/entry/guest', 'open', { rateLimits: ['code'] }),
  askFamily: route<Shapes['askFamily']>()('POST', '/api/entry/family-of', 'open', { rateLimits: ['code'] }),
  askTablet: route<Shapes['askTablet']>()('POST', '/api/entry/tablet', 'open', { rateLimits: ['code'] }),
  seeJoinRequest: route<Shapes['seeJoinRequest']>()('POST', '/api/entry/join-request', 'open', {
    rateLimits: ['key'],
  }),
  showKey: route<Shapes['showKey']>()('POST', '/api/entry/key', 'open', { rateLimits: ['key'] }),
  comeHome: route<Shapes['comeHome']>()('POST', '/api/entry/home', 'open', { rateLimits: ['key'] }),
  joinFamily: route<Shapes['joinFamily']>()('POST', '/api/entry/family', 'open', { rateLimits: ['key'] }),
  followChild: route<Shapes['followChild']>()('POST', '/api/follows', 'account.change', {
    rateLimits: ['key'],
  }),
  seeTablet: route<Shapes['seeTablet']>()('GET', '/api/tablet', 'open'),
  comeInAtTablet: route<Shapes['comeInAtTablet']>()('POST', '/api/tablet/in', 'open', {
    rateLimits: ['secret'],
  }),
  seeTabletFace: route<Shapes['seeTabletFace']>()('GET', '/api/tablet/faces/:placeId', 'open', {
    carries: 'bytes',
  }),
  shareThisTablet: route<Shapes['shareThisTablet']>()(
    'POST',
    '/api/classes/:classId/tablets',
    'class.settings.change',
  ),
  endTablet: route<Shapes['endTablet']>()(
    'DELETE',
    '/api/classes/:classId/tablets/:tabletId',
    'class.settings.change',
  ),
  seeDoor: route<Shapes['seeDoor']>()('GET', '/api/classes/:classId/door', 'door.see'),
  openDoor: route<Shapes['openDoor']>()('POST', '/api/classes/:classId/door', 'door.work'),
  lengthenDoor: route<Shapes['lengthenDoor']>()('POST', '/api/classes/:classId/door/lengthen', 'door.work'),
  closeDoor: route<Shapes['closeDoor']>()('POST', '/api/classes/:classId/door/close', 'door.work'),
  answerJoinRequest: route<Shapes['answerJoinRequest']>()(
    'POST',
    '/api/classes/:classId/join-requests/:joinRequestId',
    'door.work',
  ),
  replaceKey: route<Shapes['replaceKey']>()(
    'POST',
    '/api/classes/:classId/register/:placeId/keys/:keyId/replace',
    'register.change',
  ),
  seeCards: route<Shapes['seeCards']>()('GET', '/api/classes/:classId/cards/:keyKind', 'register.see', {
    carries: 'bytes',
  }),
  seeKeyList: route<Shapes['seeKeyList']>()('GET', '/api/classes/:classId/keys', 'register.see', {
    carries: 'bytes',
  }),

  // classes
  makeClass: route<Shapes['makeClass']>()('POST', '/api/classes', 'class.make'),
  standIn: route<Shapes['standIn']>()('POST', '/api/classes/:classId/stand-in', 'markBook.change'),
  seeSettings: route<Shapes['seeSettings']>()('GET', '/api/classes/:classId/settings', 'class.settings.see'),
  changeSettings: route<Shapes['changeSettings']>()(
    'PUT',
    '/api/classes/:classId/settings',
    'class.settings.change',
  ),
  addGroup: route<Shapes['addGroup']>()('POST', '/api/classes/:classId/groups', 'class.settings.change'),
  renameGroup: route<Shapes['renameGroup']>()(
    'PUT',
    '/api/classes/:classId/groups/:groupId',
    'class.settings.change',
  ),
  archiveClass: route<Shapes['archiveClass']>()('POST', '/api/classes/:classId/archive', 'class.archive'),
  hideClass: route<Shapes['hideClass']>()('PUT', '/api/classes/:classId/hidden', 'class.hide'),
  removeCoTeacher: route<Shapes['removeCoTeacher']>()(
    'DELETE',
    '/api/classes/:classId/team/:accountId',
    'team.change',
  ),
  handOver: route<Shapes['handOver']>()(
    'POST',
    '/api/classes/:classId/team/:accountId/owner',
    'team.handOver',
  ),
  seeColleagues: route<Shapes['seeColleagues']>()('GET', '/api/colleagues', 'colleagues.see'),

  // register
  seeRegister: route<Shapes['seeRegister']>()('GET', '/api/classes/:classId/register', 'register.see'),
  addPlaces: route<Shapes['addPlaces']>()('POST', '/api/classes/:classId/register', 'register.change'),
  takeRegister: route<Shapes['takeRegister']>()(
    'GET',
    '/api/classes/:classId/register-list',
    'register.see',
    { carries: 'bytes' },
  ),
  changePlace: route<Shapes['changePlace']>()(
    'PUT',
    '/api/classes/:classId/register/:placeId',
    'register.change',
  ),
  freePlace: route<Shapes['freePlace']>()(
    'POST',
    '/api/classes/:classId/register/:placeId/free',
    'register.change',
  ),
  movePlaceAway: route<Shapes['movePlaceAway']>()(
    'POST',
    '/api/classes/:classId/register/:placeId/away',
    'register.change',
  ),
  bringPlaceBack: route<Shapes['bringPlaceBack']>()(
    'POST',
    '/api/classes/:classId/register/:placeId/back',
    'register.change',
  ),
  leaveClass: route<Shapes['leaveClass']>()(
    'POST',
    '/api/classes/:classId/places/:placeId/leave',
    'class.leave',
  ),
  mergePlaces: route<Shapes['mergePlaces']>()(
    'POST',
    '/api/classes/:classId/register/:placeId/merge',
    'register.change',
  ),
  undoMerge: route<Shapes['undoMerge']>()(
    'POST',
    '/api/classes/:classId/merges/:mergeId/undo',
    'register.change',
  ),
  giveSecret: route<Shapes['giveSecret']>()(
    'POST',
    '/api/classes/:classId/register/:placeId/secret',
    'register.change',
  ),
  endFamilyLink: route<Shapes['endFamilyLink']>()(
    'DELETE',
    '/api/classes/:classId/register/:placeId/families/:accountId',
    'register.change',
  ),
  changeFace: route<Shapes['changeFace']>()(
    'POST',
    '/api/classes/:classId/register/:placeId/face',
    'register.change',
    { carries: 'file' },
  ),
  removeFace: route<Shapes['removeFace']>()(
    'DELETE',
    '/api/classes/:classId/register/:placeId/face',
    'register.change',
  ),
  seeFace: route<Shapes['seeFace']>()('GET', '/api/classes/:classId/faces/:placeId', 'face.see', {
    carries: 'bytes',
  }),
  seeAuditLog: route<Shapes['seeAuditLog']>()('GET', '/api/classes/:classId/audit-log', 'auditLog.see'),

  // invitations
  invitePerson: route<Shapes['invitePerson']>()('POST', '/api/classes/:classId/invitations', 'team.change'),
  inviteFamily: route<Shapes['inviteFamily']>()(
    'POST',
    '/api/classes/:classId/family-invitations',
    'register.change',
  ),
  withdrawInvitation: route<Shapes['withdrawInvitation']>()(
    'DELETE',
    '/api/classes/:classId/invitations/:invitationId',
    'register.change',
  ),
  answerInvitation: route<Shapes['answerInvitation']>()(
    'POST',
    '/api/invitations/:invitationId',
    'account.change',
  ),
  showInvitation: route<Shapes['showInvitation']>()('POST', '/api/entry/invitation', 'open', {
    rateLimits: ['key'],
  }),
  acceptInvitation: route<Shapes['acceptInvitation']>()('POST', '/api/entry/invitation/accept', 'open', {
    rateLimits: ['key'],
  }),

  // circles
  makeCircle: route<Shapes['makeCircle']>()('POST', '/api/circles', 'account.change'),
  joinCircle: route<Shapes['joinCircle']>()('POST', '/api/circles/join', 'account.change', {
    rateLimits: ['code'],
  }),
  seeCircle: route<Shapes['seeCircle']>()('GET', '/api/circles/:circleId', 'circle.see'),
  renameCircle: route<Shapes['renameCircle']>()('PUT', '/api/circles/:circleId', 'circle.administer'),
  renewCircleCode: route<Shapes['renewCircleCode']>()(
    'POST',
    '/api/circles/:circleId/code',
    'circle.administer',
  ),
  leaveCircle: route<Shapes['leaveCircle']>()('POST', '/api/circles/:circleId/leave', 'circle.see'),
  removeMember: route<Shapes['removeMember']>()(
    'DELETE',
    '/api/circles/:circleId/members/:accountId',
    'circle.administer',
  ),
  makeAdministrator: route<Shapes['makeAdministrator']>()(
    'POST',
    '/api/circles/:circleId/members/:accountId/administrator',
    'circle.administer',
  ),
  seeCircleAuditLog: route<Shapes['seeCircleAuditLog']>()(
    'GET',
    '/api/circles/:circleId/audit-log',
    'circle.administer',
  ),
  addCircleFile: route<Shapes['addCircleFile']>()('POST', '/api/circles/:circleId/files', 'circle.write', {
    carries: 'file',
  }),
  removeCircleFile: route<Shapes['removeCircleFile']>()(
    'DELETE',
    '/api/circles/:circleId/files/:circleFileId',
    'circle.write',
  ),
  seeCircleFile: route<Shapes['seeCircleFile']>()(
    'GET',
    '/api/circles/:circleId/files/:circleFileId',
    'circle.see',
    { carries: 'bytes' },
  ),

  // mail
  seeOutbox: route<Shapes['seeOutbox']>()('GET', '/api/outbox', 'mails.see'),
  seeMail: route<Shapes['seeMail']>()('GET', '/api/outbox/:mailId', 'mails.see'),
  seeMailFile: route<Shapes['seeMailFile']>()('GET', '/api/outbox/:mailId/file', 'mails.see', {
    carries: 'bytes',
  }),
}
