import { createDecipheriv, createECDH, createHash, createPublicKey, hkdfSync, verify } from 'node:crypto'
import { describe, expect, it } from 'vitest'
import webPush from 'web-push'
import { vapidKeysOf } from './pushTransport.js'

/** The device of RFC 8291, Appendix A. */
const DEVICE = {
  privateKey: 'q1dXpw3UpT5VOmu_cf_v6ih07Aems3njxI-JWgLcM94',
  p256dh: 'BCVxsr7N_eNgVRqvHtD0zTZsEc6-VV-JvLexhqUzORcxaOzi6-AYWXvTBHm4bjyPjs7Vd8pZGH6SRpkNtoIAiw4',
  auth: 'BTBZMqHH6r4Tts7J_aSIgg',
}
const bytes = (text: string) => Buffer.from(text, 'base64url')

/** Reads a message as a device does: RFC 8291 (section 3.4) over "aes128gcm" of RFC 8188 (section 2). */
function readAsDevice(body: Buffer): string {
  const [salt, idLength] = [body.subarray(0, 16), body.readUInt8(20)]
  const serverKey = body.subarray(21, 21 + idLength)
  const sealed = body.subarray(21 + idLength)
  const ecdh = createECDH('prime256v1')
  ecdh.setPrivateKey(bytes(DEVICE.privateKey))
  const shared = ecdh.computeSecret(serverKey)
  const info = Buffer.concat([Buffer.from('WebPush: info\0'), bytes(DEVICE.p256dh), serverKey])
  const ikm = Buffer.from(hkdfSync('sha256', shared, bytes(DEVICE.auth), info, 32))
  const key = Buffer.from(hkdfSync('sha256', ikm, salt, 'Content-Encoding: aes128gcm\0', 16))
  const nonce = Buffer.from(hkdfSync('sha256', ikm, salt, 'Content-Encoding: nonce\0', 12))
  const cipher = createDecipheriv('aes-128-gcm', key, nonce)
  cipher.setAuthTag(sealed.subarray(-16))
  const plain = Buffer.concat([cipher.update(sealed.subarray(0, -16)), cipher.final()])
  // the last record ends with a 2 and padding
  return plain.subarray(0, plain.lastIndexOf(2)).toString()
}

describe('the keys of a school at push services', () => {
  const secret = createHash('sha256').update('a secret').digest()
  const keys = vapidKeysOf(secret)

  it('are the same at each start, and others for another school', () => {
    expect(vapidKeysOf(secret)).toEqual(keys)
    expect(vapidKeysOf(createHash('sha256').update('another').digest())).not.toEqual(keys)
    expect(bytes(keys.publicKey)).toHaveLength(65)
  })

  it('sign what is sent (RFC 8292), and only the device can read it (RFC 8291, with the device of Appendix A)', () => {
    const { body, headers } = webPush.generateRequestDetails(
      { endpoint: 'https://push.service.example/abc', keys: DEVICE },
      JSON.stringify({ title: 'Notice by Ms Kestrel' }),
      { vapidDetails: { subject: 'mailto:office@school.example', ...keys } },
    )
    const [, token = '', key = ''] = /^vapid t=([^,]+), k=(.+)$/.exec(String(headers.Authorization)) ?? []
    expect(key).toBe(keys.publicKey)
    const [head = '', claims = '', signature = ''] = token.split('.')
    const point = bytes(key)
    const jwk = { kty: 'EC', crv: 'P-256', x: point.subarray(1, 33), y: point.subarray(33) }
    const publicKey = createPublicKey({
      key: { ...jwk, x: jwk.x.toString('base64url'), y: jwk.y.toString('base64url') },
      format: 'jwk',
    })
    const signed = verify(
      'sha256',
      Buffer.from(`${head}.${claims}`),
      { key: publicKey, dsaEncoding: 'ieee-p1363' },
      bytes(signature),
    )
    expect(signed).toBe(true)
    expect(JSON.parse(bytes(claims).toString())).toMatchObject({
      aud: 'https://push.service.example',
      sub: 'mailto:office@school.example',
    })
    expect(JSON.parse(readAsDevice(body as Buffer))).toEqual({ title: 'Notice by Ms Kestrel' })
  })
})
