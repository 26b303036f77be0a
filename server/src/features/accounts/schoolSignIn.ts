import * as oidc from 'openid-client'

/** What is remembered between going to the provider and coming back from it. */
export type SignInCheck = {
  readonly state: string
  readonly nonce: string
  /** The secret behind the challenge of PKCE (RFC 7636). */
  readonly verifier: string
}

/** Whom the provider says that somebody is. */
export type Identity = {
  /** One value for one person at one provider, for ever. */
  readonly subject: string
  /** The user name at the school, where the provider tells it. */
  readonly userName: string | null
}

/** The identity provider of a school: the real one, or the stand-in that ships with Oppen. */
export type SchoolSignIn = {
  /** What people call the account: "Tern Hollow". */
  readonly name: string
  /** Where to send somebody; `origin` is where Oppen is found. */
  readonly begin: (origin: string) => Promise<{ readonly address: string; readonly check: SignInCheck }>
  /** Who came back with an address. Throws where the provider or the check says no. */
  readonly finish: (origin: string, cameTo: URL, check: SignInCheck) => Promise<Identity>
}

export type OidcSettings = {
  readonly name: string
  /** Where the provider publishes its settings; may hang on where Oppen is found, as the stand-in's does. */
  readonly issuer: string | ((origin: string) => string)
  readonly clientId: string
  readonly clientSecret?: string | undefined
  /** How the provider is reached, where that is not by its address. */
  readonly fetch?: oidc.CustomFetch
}

export const CAME_BACK = '/api/entry/school/back'

/**
 * Signs in by OpenID Connect Core 1.0: authorization code with PKCE (RFC 7636, S256), state and nonce. The provider
 * is found by OpenID Connect Discovery.
 */
export function oidcSignIn({ name, issuer, ...client }: OidcSettings): SchoolSignIn {
  const found = new Map<string, Promise<oidc.Configuration>>()
  const configured = (origin: string) => {
    const address = typeof issuer === 'string' ? issuer : issuer(origin)
    const known = found.get(address) ?? discover(address, client)
    found.set(address, known)
    // a provider that did not answer is asked again the next time
    known.catch(() => found.delete(address))
    return known
  }
  return {
    name,
    begin: async origin => {
      const configuration = await configured(origin)
      const check = {
        state: oidc.randomState(),
        nonce: oidc.randomNonce(),
        verifier: oidc.randomPKCECodeVerifier(),
      }
      const address = oidc.buildAuthorizationUrl(configuration, {
        redirect_uri: `${origin}${CAME_BACK}`,
        scope: 'openid profile',
        state: check.state,
        nonce: check.nonce,
        code_challenge: await oidc.calculatePKCECodeChallenge(check.verifier),
        code_challenge_method: 'S256',
      })
      return { address: address.href, check }
    },
    finish: async (origin, cameTo, { state, nonce, verifier }) => {
      const configuration = await configured(origin)
      const tokens = await oidc.authorizationCodeGrant(configuration, cameTo, {
        expectedState: state,
        expectedNonce: nonce,
        pkceCodeVerifier: verifier,
        idTokenExpected: true,
      })
      const claims = tokens.claims()
      if (!claims) throw new Error('the provider gave no identity')
      const { iss, sub, preferred_username: userName } = claims
      return { subject: `${iss} ${sub}`, userName: typeof userName === 'string' ? userName : null }
    },
  }
}

function discover(
  address: string,
  { clientId, clientSecret, fetch }: Omit<OidcSettings, 'name' | 'issuer'>,
): Promise<oidc.Configuration> {
  const issuer = new URL(address)
  const proof = clientSecret ? oidc.ClientSecretPost(clientSecret) : oidc.None()
  // a provider without https is taken only where a school has set it so, or on this machine
  return oidc.discovery(issuer, clientId, undefined, proof, {
    ...(issuer.protocol === 'http:' && { execute: [oidc.allowInsecureRequests] }),
    ...(fetch && { [oidc.customFetch]: fetch }),
  })
}
