import { createECDH, hkdfSync } from 'node:crypto'
import webPush from 'web-push'
import type { LiveStreams } from '../live/streams.js'

/** What a device shows: a line, what it is about, and the screen to which a press leads. */
export type PushMessage = {
  readonly title: string
  readonly body: string
  readonly path: string
  /** Messages of the same tag take each other's place. */
  readonly tag: string
}

/** A device, as its browser gave it: `PushSubscription` of the Push API (W3C). */
export type PushDevice = {
  /** The session in which it was allowed. */
  readonly tokenHash: string
  readonly endpoint: string
  readonly p256dh: string
  readonly auth: string
}

/** What carries messages to devices. `key` is for browsers to subscribe with (RFC 8292); the stand-in has none. */
export type PushTransport = {
  readonly key: string | null
  /** Sends a message; gives 'gone' where the device is not subscribed any more. Throws where it could not be sent. */
  readonly send: (device: PushDevice, message: PushMessage) => Promise<'sent' | 'gone'>
}

/** The endpoint of a device that has no push service: it is told while a screen is open. */
export const standInEndpoint = (id: string): string => `https://push.invalid/${id}`
const isStandIn = (endpoint: string): boolean => endpoint.startsWith('https://push.invalid/')

/** The stand-in: tells the open screens of the device, which show it as a push service would. */
export const standInPush = (live: LiveStreams): PushTransport => ({
  key: null,
  send: async ({ tokenHash }, message) => {
    live.tellSession(tokenHash, { what: 'push', ...message })
    return 'sent'
  },
})

/** The keys of a school at push services (RFC 8292), from the secret of the installation: the same at each start. */
export function vapidKeysOf(secret: Uint8Array): VapidKeys {
  const ecdh = createECDH('prime256v1')
  ecdh.setPrivateKey(Buffer.from(hkdfSync('sha256', secret, '', 'push services', 32)))
  return { publicKey: ecdh.getPublicKey('base64url'), privateKey: ecdh.getPrivateKey('base64url') }
}

export type VapidKeys = { readonly publicKey: string; readonly privateKey: string }

/** A message that could not be handed over for so long, in seconds, is of no use any more: a day. */
const TTL = 86_400
/** So long a push service may take to answer, in milliseconds. */
const PATIENCE = 5_000

/**
 * Sends through the push services of browsers (RFC 8030), encrypted for the device (RFC 8291), in the name of the school
 * (RFC 8292). `subject` is an address under which a push service finds whoever runs this.
 */
export const webPushTransport = (keys: VapidKeys, subject: string): PushTransport => ({
  key: keys.publicKey,
  send: async ({ endpoint, p256dh, auth }, message) => {
    // a device from before there was a push service
    if (isStandIn(endpoint)) return 'gone'
    try {
      await webPush.sendNotification({ endpoint, keys: { p256dh, auth } }, JSON.stringify(message), {
        vapidDetails: { subject, ...keys },
        TTL,
        timeout: PATIENCE,
      })
      return 'sent'
    } catch (error) {
      if (error instanceof webPush.WebPushError && [404, 410].includes(error.statusCode)) return 'gone'
      throw error
    }
  },
})
