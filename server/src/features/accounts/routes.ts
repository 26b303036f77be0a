import { originOf } from '../../http/origin.js'
import type { Handlers } from '../../http/serve.js'
import { Refused } from '../../refusal.js'
import { confirmEmail } from './email.js'
import {
  changeAccount,
  changeOwnSecret,
  changePicture,
  chooseLanguage,
  endOwnSession,
  forgot,
  giveSecret,
  removePicture,
  resetSecret,
  seeAccount,
  sendOwnPicture,
} from './profile.js'
import { backFromSchool, goToSchool } from './schoolEntry.js'
import { meAs, seenAsOf } from './seeAs.js'
import { markRead, moveClock, seeMe, signIn } from './service.js'
import { accountOf, endSession, sessionOf } from './sessions.js'

export const accountHandlers = {
  me: async ({ world, viewer, request }) => {
    const as = seenAsOf(request)
    if (!as) return seeMe(world, viewer.accountId, sessionOf(request))
    const accountId = await accountOf(world, request)
    if (!accountId) throw new Refused('sign_in_needed')
    return meAs(world, await seeMe(world, accountId, sessionOf(request)), as)
  },
  signIn: ({ world, response, body }) => signIn(world, response, body.userName, body.secret),
  signOut: async ({ world, request, response }) => {
    await endSession(world, request, response)
    return { done: true }
  },
  markRead: async ({ world, viewer, body }) => {
    await markRead(world, viewer, body.what)
    return { done: true }
  },
  moveClock: async ({ world, body }) => ({ now: moveClock(world, body.local) }),
  seeAccount: ({ world, viewer, request }) => seeAccount(world, viewer, request),
  changeAccount: ({ world, viewer, body }) => changeAccount(world, viewer, body),
  chooseLanguage: async ({ world, viewer, body }) => {
    await chooseLanguage(world, viewer, body.language)
    return { done: true }
  },
  changeSecret: ({ world, viewer, request, body }) => changeOwnSecret(world, viewer, request, body),
  changePicture: ({ world, viewer, request }) => changePicture(world, viewer, request),
  removePicture: ({ world, viewer }) => removePicture(world, viewer),
  seePicture: ({ world, viewer, response }) => sendOwnPicture(world, viewer, response),
  endSession: ({ world, viewer, params }) => endOwnSession(world, viewer, params.sessionId),
  confirmEmail: ({ world, body }) => confirmEmail(world, body.token),
  forgot: ({ world, body }) => forgot(world, body.userName, originOf(world)),
  goToSchool: ({ world, response }) => goToSchool(world, response),
  backFromSchool: ({ world, request, response }) => backFromSchool(world, request, response),
  resetSecret: ({ world, response, body }) => resetSecret(world, response, body),
  giveSecret: ({ world, viewer, params }) => giveSecret(world, viewer, params),
} satisfies Partial<Handlers>
