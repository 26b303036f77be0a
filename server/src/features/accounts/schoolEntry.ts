import { timingSafeEqual } from 'node:crypto'
import type { AccountId } from '@oppen/core/ids'
import type { Request, Response } from 'express'
import { originOf } from '../../http/origin.js'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { audit, auditLater } from '../auditLog/service.js'
import { accounts } from './models.js'
import { accountByIdentity, accountToTie } from './queries.js'
import { CAME_BACK, type Identity, type SchoolSignIn, type SignInCheck } from './schoolSignIn.js'
import { beginSession, cookieOf, setCookie } from './sessions.js'

const COOKIE = 'oppen_school'
const TEN_MINUTES = 600

function provider(world: World): SchoolSignIn {
  if (!world.schoolSignIn) throw new Refused('not_found')
  return world.schoolSignIn
}

/** Sends somebody to the identity provider of the school. */
export async function goToSchool(world: World, response: Response): Promise<undefined> {
  try {
    const { address, check } = await provider(world).begin(originOf(world))
    const kept = Buffer.from(JSON.stringify(check)).toString('base64url')
    setCookie(response, COOKIE, kept, TEN_MINUTES)
    response.redirect(303, address)
  } catch (error) {
    if (error instanceof Refused) throw error
    world.log.error({ err: error }, 'the identity provider does not answer')
    response.redirect(303, '/?school=unreachable')
  }
  return undefined
}

/**
 * Takes in somebody who comes back from the provider, with the account that has this identity or, the first time,
 * the same user name. Whoever it is not goes back to Welcome with the reason.
 */
export async function backFromSchool(world: World, request: Request, response: Response): Promise<undefined> {
  const signIn = provider(world)
  const check = keptCheck(request)
  setCookie(response, COOKIE, '', 0)
  const origin = originOf(world)
  const cameTo = new URL(request.originalUrl, origin)
  const identity = check && (await finish(world, signIn, { origin, cameTo, check }))
  if (!identity) {
    response.redirect(303, '/?school=failed')
    return undefined
  }
  const accountId = await accountOf(world, identity)
  if (!accountId) {
    auditLater(world, 'wrong_secret', {
      classId: null,
      ...(identity.userName && { name: identity.userName }),
    })
    response.redirect(303, '/?school=unknown')
    return undefined
  }
  await world.db.write(async () => {
    await audit(world, 'signed_in', { classId: null, by: accountId })
    return beginSession(world, response, accountId, { cameBy: 'school' })
  })
  response.redirect(303, '/today')
  return undefined
}

type Coming = { readonly origin: string; readonly cameTo: URL; readonly check: SignInCheck }

async function finish(
  world: World,
  signIn: SchoolSignIn,
  { origin, cameTo, check }: Coming,
): Promise<Identity | undefined> {
  const state = cameTo.searchParams.get('state') ?? ''
  if (!alike(state, check.state)) return undefined
  try {
    return await signIn.finish(origin, new URL(`${CAME_BACK}${cameTo.search}`, origin), check)
  } catch (error) {
    world.log.warn({ err: error }, 'the identity provider said no')
    return undefined
  }
}

function alike(one: string, other: string): boolean {
  const [a, b] = [Buffer.from(one), Buffer.from(other)]
  return a.length === b.length && timingSafeEqual(a, b)
}

function keptCheck(request: Request): SignInCheck | undefined {
  const kept = cookieOf(request, COOKIE)
  if (!kept) return undefined
  try {
    const check = JSON.parse(Buffer.from(kept, 'base64url').toString()) as Partial<SignInCheck>
    const { state, nonce, verifier } = check
    return state && nonce && verifier ? { state, nonce, verifier } : undefined
  } catch {
    return undefined
  }
}

async function accountOf(world: World, { subject, userName }: Identity): Promise<AccountId | undefined> {
  const known = await accountByIdentity(world.db, subject)
  if (known) return known.id
  const named = userName ? await accountToTie(world.db, userName.toLowerCase()) : undefined
  if (!named) return undefined
  await world.db.write(() =>
    world.db.model(accounts).update({ identity: subject }, { where: { id: named.id, identity: null } }),
  )
  return named.id
}
