import { type ChildProcess, spawn } from 'node:child_process'

/** One request as another process sends it. */
export type Sending = {
  readonly address: string
  readonly method: string
  readonly headers: Readonly<Record<string, string>>
  readonly body: string
}

/** Takes what to send, and sends it each time it is told to; answers with the status, 0 where there was no answer. */
const CLIENT = `
let ready
process.on('message', async given => {
  if (given !== 'send') {
    ready = { ...given, body: Buffer.from(given.body) }
    return process.send('ready')
  }
  const { address, ...request } = ready
  const status = await fetch(address, request).then(
    async response => (await response.arrayBuffer(), response.status),
    () => 0,
  )
  process.send(status)
})`

/**
 * A client in a process of its own: what it does to make and send a long request is not counted among what holds up the server
 * under test, which runs in this one.
 */
export class Elsewhere {
  readonly #child: ChildProcess = spawn(process.execPath, ['-e', CLIENT], {
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  })

  /** Hands over what is sent from now on. */
  async prepare(sending: Sending): Promise<void> {
    await this.#ask(sending)
  }

  /** Sends it; gives the status of the answer, 0 where there was none. */
  async send(): Promise<number> {
    return Number(await this.#ask('send'))
  }

  stop(): void {
    this.#child.kill()
  }

  #ask(what: Sending | 'send'): Promise<unknown> {
    return new Promise((resolve, reject) => {
      this.#child.once('message', resolve)
      this.#child.send(what, error => error && reject(error))
    })
  }
}
