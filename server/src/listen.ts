import { createServer, type RequestListener, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { type AppOptions, createApp } from './app.js'
import type { Doing } from './doing.js'
import { keepSending } from './features/news/sending.js'
import { keepClearing } from './features/retention/clear.js'
import { keepTelling } from './features/talk/appearing.js'
import { keepEnding } from './features/work/ending.js'
import { notServing } from './http/starting.js'
import { closeWorld } from './openWorld.js'
import { StartRefused } from './startRefused.js'
import type { World } from './world.js'

/** A port that is ours: until something is served there, it answers what the server is doing. */
export type Port = {
  readonly server: Server
  /** Where the server listens, "http://127.0.0.1:4310". */
  readonly address: string
  readonly say: (doing: Doing) => void
  readonly serve: (listener: RequestListener) => void
  /** Refuses what is new, lets what was begun end, and gives the port back; connections that hang on are cut off. */
  readonly close: () => Promise<void>
}

/** How long requests that were begun may take to end when the server stops, in milliseconds. */
const GRACE = 1_500

/** Takes a port (0 for any free one) before anything else is done. Throws `StartRefused` where it cannot be had. */
export async function takePort({ port, host = '127.0.0.1' }: { port: number; host?: string }): Promise<Port> {
  let doing: Doing = { what: 'starting_opens' }
  let listener = notServing(() => doing)
  const server = createServer((request, response) => listener(request, response))
  // a head that never ends, or a body that trickles, holds a connection only so long
  server.headersTimeout = 30_000
  // longer than proxies keep theirs, so that none sends a request just as the connection is closed
  server.keepAliveTimeout = 75_000
  await new Promise<void>((resolve, reject) => {
    server.once('error', (error: NodeJS.ErrnoException) =>
      reject(new StartRefused('port_taken', { host, port, what: error.code ?? error.message })),
    )
    server.listen(port, host, resolve)
  })
  const { port: given } = server.address() as AddressInfo
  const name = ['0.0.0.0', '::'].includes(host) ? 'localhost' : host.includes(':') ? `[${host}]` : host
  return {
    server,
    address: `http://${name}:${given}`,
    say: now => {
      doing = now
    },
    serve: next => {
      listener = next
    },
    close: () => {
      doing = { what: 'starting_stops' }
      listener = notServing(() => doing)
      return closeServer(server)
    },
  }
}

async function closeServer(server: Server): Promise<void> {
  const closed = new Promise(resolve => server.close(resolve))
  server.closeIdleConnections()
  // a connection that is kept alive becomes idle with its last answer
  const idle = setInterval(() => server.closeIdleConnections(), 50)
  const late = setTimeout(() => server.closeAllConnections(), GRACE)
  await closed
  clearInterval(idle)
  clearTimeout(late)
}

export type Listening = {
  readonly server: Server
  readonly address: string
  readonly stop: () => Promise<void>
}

export type ServingOptions = AppOptions & {
  /** Whether what comes by its time is looked at again and again; tests call what looks by themselves. */
  readonly timers?: boolean
}

export type ListenOptions = ServingOptions & { readonly port: number; readonly host?: string }

/** Serves a world on a port (0 for any free one) until it is stopped: what was begun is finished first. */
export async function listen(world: World, { port, host, ...options }: ListenOptions): Promise<Listening> {
  return serveWorld(world, await takePort({ port, ...(host && { host }) }), options)
}

/** Serves a world on a port that was taken. */
export function serveWorld(
  world: World,
  port: Port,
  { timers = true, ...options }: ServingOptions = {},
): Listening {
  world.address ??= port.address
  port.serve(createApp(world, { listening: port.address, ...options }))
  const running = timers
    ? [keepClearing(world), keepEnding(world), keepTelling(world), keepSending(world), world.backups.keep()]
    : []
  const stop = async () => {
    for (const end of running) end()
    world.live.stop()
    await port.close()
    await closeWorld(world)
  }
  return { server: port.server, address: port.address, stop }
}

/** What a process ends with that met a fault of its own (EX_SOFTWARE of sysexits.h); whoever runs it starts it anew. */
const FAULT = 70

/**
 * Stops once when the machine asks for it, and leaves after ten seconds whatever hangs. A fault that nothing has caught
 * is written down; the server then answers what it has begun and ends, to be started anew. A promise that nobody waited
 * for ends nothing: whoever asked has been answered.
 */
export function stopOnSignals(listening: Listening, world: World): void {
  let stopping = false
  const stop = async (reason: string, code: number) => {
    if (stopping) return
    stopping = true
    world.log.info({ reason }, 'stopping')
    setTimeout(() => process.exit(code || 1), 10_000).unref()
    await listening.stop()
    process.exit(code)
  }
  for (const signal of ['SIGTERM', 'SIGINT'] as const) process.on(signal, () => void stop(signal, 0))
  process.on('unhandledRejection', error => world.log.error({ err: error }, 'nobody waited for this'))
  process.on('uncaughtException', error => {
    world.log.fatal({ err: error }, 'a fault that nothing caught')
    void stop('fault', FAULT)
  })
}
