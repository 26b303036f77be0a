import { mkdtemp, readdir, readFile, rm } from 'node:fs/promises'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import PostalMime from 'postal-mime'
import { SMTPServer } from 'smtp-server'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { type MailTransport, outboxTransport, smtpTransport } from './mailTransport.js'
import { invitationMail, resetMail } from './messages.js'

const SENDER = 'Oppen <oppen@school.example>'

/** The school's mail server: takes letters by SMTP (RFC 5321) from whoever knows its secret, for its own domain. */
class MailServer {
  readonly taken: { readonly from: string; readonly to: readonly string[]; readonly source: Buffer }[] = []
  readonly #server = new SMTPServer({
    disabledCommands: ['STARTTLS'],
    allowInsecureAuth: true,
    onAuth: ({ username, password }, _, done) =>
      username === 'oppen' && password === 'tide-out'
        ? done(null, { user: username })
        : done(new Error('no')),
    onRcptTo: ({ address }, _, done) =>
      done(address.endsWith('@mail.example') ? null : new Error('we do not carry to there')),
    onData: (stream, { envelope }, done) => {
      const parts: Buffer[] = []
      stream.on('data', part => parts.push(part))
      stream.on('end', () => {
        const from = envelope.mailFrom ? envelope.mailFrom.address : ''
        this.taken.push({ from, to: envelope.rcptTo.map(one => one.address), source: Buffer.concat(parts) })
        done()
      })
    },
  })

  async open(): Promise<string> {
    await new Promise<void>(ready => this.#server.listen(0, '127.0.0.1', ready))
    return `127.0.0.1:${(this.#server.server.address() as AddressInfo).port}`
  }

  close = () => new Promise<void>(done => this.#server.close(done))
}

let folder: string
let server: MailServer
let host: string
beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'oppen-mail-'))
  server = new MailServer()
  host = await server.open()
})
afterEach(async () => {
  await server.close()
  await rm(folder, { recursive: true })
})

const message = resetMail({
  language: 'en',
  to: 'frau.lund@mail.example',
  name: 'Frau Lünd',
  school: 'Tern Hollow School',
  address: 'https://oppen.example/reset#a=b.c',
})
const real = (more = 'oppen:tide-out') => smtpTransport(`smtp://${more}@${host}`, SENDER)

describe('a message', () => {
  it('is the same whether the mail server or its stand-in carries it', async () => {
    let n = 0
    const standIn = outboxTransport(join(folder, 'outbox'), SENDER, () => `message${++n}`)
    const read = async (transport: MailTransport) => {
      const file = await transport.send(message)
      const source = file ? await readFile(join(folder, 'outbox', file)) : server.taken[0]?.source
      const { from, to, subject, text } = await PostalMime.parse(source ?? '')
      return { from, to, subject, text: text?.replaceAll('\r\n', '\n') }
    }
    const carried = await read(real())
    expect(carried).toEqual({
      from: { name: 'Oppen', address: 'oppen@school.example' },
      to: [{ name: '', address: 'frau.lund@mail.example' }],
      subject: message.subject,
      text: message.text,
    })
    expect(await read(standIn)).toEqual(carried)
    expect(server.taken).toMatchObject([{ from: 'oppen@school.example', to: ['frau.lund@mail.example'] }])
    expect([real().outbox, standIn.outbox]).toEqual([null, join(folder, 'outbox')])
  })

  it('that the mail server does not take is no message that was sent', async () => {
    await expect(real('oppen:wrong').send(message)).rejects.toMatchObject({ responseCode: 535 })
    await expect(real().send({ ...message, to: 'frau.lund@else.example' })).rejects.toThrow(/do not carry/)
    expect(server.taken).toEqual([])
  })

  it('never takes the place of another in the outbox', async () => {
    const transport = outboxTransport(folder, SENDER, () => 'same')
    await transport.send(message)
    await expect(transport.send({ ...message, subject: 'other' })).rejects.toMatchObject({ code: 'EEXIST' })
    expect(await readdir(folder)).toEqual(['same.eml'])
  })

  it('takes no line of its own into its head from a name', async () => {
    // RFC 5322, 2.2: a field ends with the end of its line
    await real().send({ ...message, subject: 'Hello\r\nBcc: everybody@mail.example' })
    expect(server.taken[0]?.to).toEqual(['frau.lund@mail.example'])
    const { headers } = await PostalMime.parse(server.taken[0]?.source ?? '')
    expect(headers.map(one => one.key)).not.toContain('bcc')
  })
})

describe('an invitation', () => {
  const filled = {
    to: 'lund@mail.example',
    childName: 'Bo Lund',
    className: 'Tides',
    teacherName: 'Ms Kestrel',
    school: 'Tern Hollow School',
    address: 'https://oppen.example/invitation#xyz',
    until: '28 October',
  }

  it.each(['en', 'pt', 'es', 'fr', 'de'] as const)(
    'says in %s who, whom, where, how and until when',
    language => {
      const { subject, text, to } = invitationMail({ ...filled, language })
      expect(to).toBe('lund@mail.example')
      for (const part of [filled.childName, filled.className]) expect(subject).toContain(part)
      for (const part of [filled.teacherName, filled.childName, filled.school, filled.until])
        expect(text).toContain(part)
      // the address stands on a line of its own, so that every mail program makes a link of it
      expect(text.split('\n')).toContain(filled.address)
    },
  )
})
