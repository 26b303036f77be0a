import { showCode } from '@oppen/core/joining'
import { sendBytes, sendCsv } from '../../http/download.js'
import { originOf } from '../../http/origin.js'
import type { Handlers } from '../../http/serve.js'
import { Refused } from '../../refusal.js'
import { closeDoor, lengthenDoor, openDoor, seeDoor } from '../classes/doors.js'
import { replaceKey } from '../classes/keys.js'
import { cardsOf } from './cards.js'
import { claim, enterAsSelf, lookUpCode } from './entry.js'
import {
  answerJoinRequest,
  askFamily,
  askIn,
  askTablet,
  comeAsGuest,
  seeJoinRequest,
} from './joinRequests.js'
import { comeHome, followChild, joinFamily, showKey } from './keys.js'
import {
  comeInAtTablet,
  endTablet,
  seeTablet,
  seeWelcome,
  sendTabletFace,
  shareThisTablet,
} from './tablets.js'

const KINDS = ['home', 'family'] as const

export const joiningHandlers = {
  seeWelcome: ({ world, request }) => seeWelcome(world, request),
  lookUpCode: ({ world, body }) => lookUpCode(world, body.code),
  claim: ({ world, response, viewer, body }) => claim(world, response, viewer, body),
  enterAsSelf: ({ world, response, body }) => enterAsSelf(world, response, body),
  askIn: ({ world, viewer, body }) => askIn(world, viewer, body),
  comeAsGuest: ({ world, response, body }) => comeAsGuest(world, response, body),
  askFamily: ({ world, response, viewer, body }) => askFamily(world, response, viewer, body),
  askTablet: ({ world, body }) => askTablet(world, body),
  seeJoinRequest: ({ world, response, body }) => seeJoinRequest(world, response, body.token),
  showKey: ({ world, body }) => showKey(world, body.key),
  comeHome: ({ world, response, viewer, body }) => comeHome(world, response, viewer, body),
  joinFamily: ({ world, response, body }) => joinFamily(world, response, body),
  followChild: ({ world, viewer, body }) => followChild(world, viewer, body.key),
  seeTablet: ({ world, request }) => seeTablet(world, request),
  comeInAtTablet: ({ world, response, body }) => comeInAtTablet(world, response, body),
  seeTabletFace: ({ world, request, response, params }) =>
    sendTabletFace(world, request, response, params.placeId),
  shareThisTablet: ({ world, viewer, response, params, body }) =>
    shareThisTablet(world, viewer, response, { classId: params.classId, name: body.name }),
  endTablet: ({ world, viewer, params }) => endTablet(world, viewer, params),
  seeDoor: ({ world, params }) => seeDoor(world, params.classId),
  openDoor: ({ world, viewer, params, body }) => openDoor(world, viewer, params.classId, body),
  lengthenDoor: ({ world, viewer, params, body }) =>
    lengthenDoor(world, viewer, params.classId, body.minutes),
  closeDoor: ({ world, viewer, params }) => closeDoor(world, viewer, params.classId),
  answerJoinRequest: ({ world, viewer, params, body }) => answerJoinRequest(world, viewer, params, body),
  replaceKey: async ({ world, viewer, params }) => {
    await replaceKey(world, viewer, params)
    return { done: true }
  },
  seeCards: async ({ world, response, params }) => {
    const kind = KINDS.find(one => one === params.keyKind)
    if (!kind) throw new Refused('not_found')
    const cards = await cardsOf(world, params.classId, kind)
    const pdf = await world.workers.documents.run('cards', { cards, origin: originOf(world) }, params.classId)
    return sendBytes(response, pdf, 'application/pdf', `${kind} keys.pdf`)
  },
  seeKeyList: async ({ world, response, params }) => {
    const origin = originOf(world)
    const all = [
      ...(await cardsOf(world, params.classId, 'home')),
      ...(await cardsOf(world, params.classId, 'family')),
    ]
    const rows = all.map(({ name, kind, key }) => [name, kind, showCode(key), `${origin}/key#${key}`])
    return sendCsv(response, [['Name', 'Kind', 'Key', 'Address'], ...rows], 'keys.csv')
  },
} satisfies Partial<Handlers>
