import { sendCsv } from '../../http/download.js'
import { originOf } from '../../http/origin.js'
import type { Handlers } from '../../http/serve.js'
import { changeFace, endFamilyLink, registerTable, removeFace, sendFace } from './faces.js'
import {
  acceptByMail,
  answerInvitation,
  inviteFamily,
  invitePerson,
  seeColleagues,
  showInvitation,
  withdraw,
} from './invitations.js'
import { addPlaces, bringPlaceBack, changePlace, freePlace, leaveClass, movePlaceAway } from './places.js'
import {
  archiveClass,
  changeSettings,
  handOver,
  hideClass,
  makeClass,
  newGroup,
  removeCoTeacher,
  renameGroup,
  seeRegister,
  seeSettings,
} from './service.js'
import { standIn } from './standIn.js'

export const classHandlers = {
  makeClass: ({ world, viewer, body }) => makeClass(world, viewer, body),
  seeSettings: ({ world, params }) => seeSettings(world, params.classId),
  changeSettings: ({ world, viewer, params, body }) => changeSettings(world, viewer, params.classId, body),
  addGroup: ({ world, params, body }) => newGroup(world, params.classId, body.name),
  renameGroup: ({ world, params, body }) => renameGroup(world, params, body.name),
  archiveClass: ({ world, viewer, params, body }) =>
    archiveClass(world, viewer, params.classId, body.archived),
  hideClass: ({ world, viewer, params, body }) => hideClass(world, viewer, params.classId, body.hidden),
  removeCoTeacher: ({ world, viewer, params }) => removeCoTeacher(world, viewer, params),
  handOver: ({ world, viewer, params }) => handOver(world, viewer, params),
  seeColleagues: ({ world, viewer }) => seeColleagues(world, viewer),

  seeRegister: ({ world, params }) => seeRegister(world, params.classId),
  standIn: ({ world, params, body }) => standIn(world, params.classId, body),
  addPlaces: ({ world, viewer, params, body }) => addPlaces(world, viewer, params.classId, body.places),
  takeRegister: async ({ world, params, response }) =>
    sendCsv(response, await registerTable(world, params.classId), 'register.csv'),
  changePlace: ({ world, viewer, params, body }) => changePlace(world, viewer, params, body),
  freePlace: ({ world, viewer, params }) => freePlace(world, viewer, params),
  movePlaceAway: ({ world, viewer, params }) => movePlaceAway(world, viewer, params),
  bringPlaceBack: ({ world, viewer, params }) => bringPlaceBack(world, viewer, params),
  leaveClass: ({ world, viewer, params }) => leaveClass(world, viewer, params),
  endFamilyLink: ({ world, viewer, params }) => endFamilyLink(world, viewer, params),
  changeFace: ({ world, params, request }) => changeFace(world, params, request),
  removeFace: ({ world, params }) => removeFace(world, params),
  seeFace: ({ world, params, response }) => sendFace(world, params, response),

  invitePerson: ({ world, viewer, params, body }) => invitePerson(world, viewer, params.classId, body),
  inviteFamily: ({ world, viewer, params, body }) =>
    inviteFamily(world, viewer, params.classId, { ...body, origin: originOf(world) }),
  withdrawInvitation: ({ world, viewer, params }) => withdraw(world, viewer, params),
  answerInvitation: ({ world, viewer, params, body }) =>
    answerInvitation(world, viewer, params.invitationId, body.answer),
  showInvitation: ({ world, body }) => showInvitation(world, body.token),
  acceptInvitation: ({ world, response, viewer, body }) => acceptByMail(world, response, viewer, body),
} satisfies Partial<Handlers>
