import { createHash, randomBytes } from 'node:crypto'
import express, { type Request, type Response, type Router } from 'express'
import { exportJWK, generateKeyPair, SignJWT } from 'jose'
import { escapeHtml } from '../../html.js'
import { oidcSignIn, type SchoolSignIn } from './schoolSignIn.js'

/** Somebody whom the stand-in knows. */
export type StandInPerson = { readonly subject: string; readonly userName: string; readonly name: string }

/** Whom a user name and a secret belong to; undefined where they do not belong together. */
export type Know = (userName: string, secret: string) => Promise<StandInPerson | undefined>

export type StandIn = { readonly signIn: SchoolSignIn; readonly router: (know: Know) => Router }

/** Where the stand-in is mounted. */
export const STAND_IN_PATH = '/stand-in-school'
const CLIENT = 'oppen'
const MINUTE = 60_000

type Grant = {
  readonly person: StandInPerson
  readonly challenge: string
  readonly nonce: string | undefined
  readonly redirect: string
  readonly endsAt: number
}

/** The challenge that belongs to a verifier, by the method S256 (RFC 7636, 4.2). */
export const challengeOf = (verifier: string): string =>
  createHash('sha256').update(verifier, 'ascii').digest('base64url')

/**
 * A school's identity provider for trying things out: OpenID Connect Discovery, the authorization code flow with
 * PKCE (S256 only), tokens signed with a key that lives as long as the process. Swapped by settings for a real one.
 * `listening` is where this very process listens: what is asked of the stand-in behind a person's back is asked there,
 * whatever name the school is found by.
 */
export function standInProvider(name: string, listening: () => string): StandIn {
  let origin = ''
  const here = (address: string) => new URL(new URL(address).pathname, listening())
  return {
    signIn: oidcSignIn({
      name,
      clientId: CLIENT,
      issuer: own => {
        origin = own
        return `${own}${STAND_IN_PATH}`
      },
      fetch: (address, options) => fetch(here(address), options as RequestInit),
    }),
    router: know => routerOf(name, know, () => `${origin || listening()}${STAND_IN_PATH}`),
  }
}

function routerOf(name: string, know: Know, issuerOf: () => string): Router {
  const grants = new Map<string, Grant>()
  const keys = generateKeyPair('ES256')
  const router = express.Router()

  router.get('/.well-known/openid-configuration', (_, response) => {
    const issuer = issuerOf()
    response.json({
      issuer,
      authorization_endpoint: `${issuer}/authorize`,
      token_endpoint: `${issuer}/token`,
      jwks_uri: `${issuer}/keys`,
      response_types_supported: ['code'],
      grant_types_supported: ['authorization_code'],
      code_challenge_methods_supported: ['S256'],
      subject_types_supported: ['public'],
      id_token_signing_alg_values_supported: ['ES256'],
      token_endpoint_auth_methods_supported: ['none'],
      scopes_supported: ['openid', 'profile'],
    })
  })
  router.get('/keys', async (_, response) => {
    const { publicKey } = await keys
    response.json({ keys: [{ ...(await exportJWK(publicKey)), alg: 'ES256', use: 'sig', kid: 'stand-in' }] })
  })
  router.get('/authorize', (request, response) => {
    const refusal = refusalOf(request.query)
    if (refusal) return void response.status(400).type('text').send(refusal)
    page(response, { name, query: request.url.split('?')[1] ?? '', wrong: false })
  })
  router.post('/authorize', express.urlencoded({ extended: false }), async (request, response) => {
    const refusal = refusalOf(request.query)
    if (refusal) return void response.status(400).type('text').send(refusal)
    const { userName = '', secret = '' } = (request.body ?? {}) as Record<string, string>
    const person = await know(userName.trim().toLowerCase(), secret)
    if (!person) return page(response, { name, query: request.url.split('?')[1] ?? '', wrong: true })
    const asked = request.query as Record<string, string>
    const code = randomBytes(24).toString('base64url')
    const redirect = String(asked.redirect_uri)
    grants.set(code, {
      person,
      challenge: String(asked.code_challenge),
      nonce: asked.nonce,
      redirect,
      endsAt: Date.now() + MINUTE,
    })
    const back = new URL(redirect)
    back.searchParams.set('code', code)
    back.searchParams.set('state', String(asked.state ?? ''))
    response.redirect(303, back.href)
  })
  router.post('/token', express.urlencoded({ extended: false }), async (request, response) => {
    const asked = (request.body ?? {}) as Record<string, string>
    const grant = grants.get(asked.code ?? '')
    // a code is good once, whatever comes of it
    grants.delete(asked.code ?? '')
    const fits =
      grant &&
      grant.endsAt > Date.now() &&
      asked.grant_type === 'authorization_code' &&
      asked.redirect_uri === grant.redirect &&
      challengeOf(asked.code_verifier ?? '') === grant.challenge
    if (!fits) return void response.status(400).json({ error: 'invalid_grant' })
    const { privateKey } = await keys
    const { person, nonce } = grant
    const token = await new SignJWT({ nonce, preferred_username: person.userName, name: person.name })
      .setProtectedHeader({ alg: 'ES256', kid: 'stand-in' })
      .setIssuer(issuerOf())
      .setSubject(person.subject)
      .setAudience(CLIENT)
      .setIssuedAt()
      .setExpirationTime('5m')
      .sign(privateKey)
    response.set('cache-control', 'no-store').json({
      access_token: randomBytes(24).toString('base64url'),
      token_type: 'Bearer',
      expires_in: 300,
      id_token: token,
    })
  })
  return router
}

/** Why an authorization request cannot be served; undefined where it can. */
function refusalOf(query: Request['query']): string | undefined {
  if (query.client_id !== CLIENT) return 'client_id is not known here'
  if (query.response_type !== 'code') return 'response_type has to be code'
  if (query.code_challenge_method !== 'S256' || !query.code_challenge) return 'a challenge of S256 is needed'
  if (!String(query.redirect_uri ?? '').endsWith('/api/entry/school/back'))
    return 'redirect_uri is not known here'
  return undefined
}

type Page = { readonly name: string; readonly query: string; readonly wrong: boolean }

/** The provider's own page: plain, so that nobody takes it for Oppen. */
function page(response: Response, { name, query, wrong }: Page): void {
  const text = escapeHtml
  response
    .status(wrong ? 403 : 200)
    .type('html')
    .send(`<!doctype html><html lang="en"><meta charset="utf-8"><title>${text(name)}: sign in</title>
<meta name="viewport" content="width=device-width, initial-scale=1">
<style nonce="${response.locals.nonce ?? ''}">body{font:18px/1.5 system-ui;max-width:26rem;margin:4rem auto;padding:0 1rem}
label{display:block;margin:1rem 0 .3rem}input,button{font:inherit;padding:.5rem;width:100%;box-sizing:border-box}button{margin-top:1.2rem}</style>
<main><h1>${text(name)}</h1><p>This stands in for the account service of a school.</p>
${wrong ? '<p role="alert"><strong>That name and secret do not belong together.</strong></p>' : ''}
<form method="post" action="?${text(query)}"><label for="n">School user name</label><input id="n" name="userName" autocomplete="username" autofocus>
<label for="s">School secret</label><input id="s" name="secret" type="password" autocomplete="current-password">
<button>Sign in</button></form></main></html>`)
}
