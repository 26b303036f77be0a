import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { type AppOptions, createApp } from './app.js'
import { closeWorld } from './openWorld.js'
import type { World } from './world.js'

export type Listening = {
  readonly server: Server
  readonly address: string
  readonly stop: () => Promise<void>
}

export type ListenOptions = AppOptions & { readonly port: number; readonly host?: string }

/** Serves a world on a port (0 for any free one) until it is stopped: what was begun is finished first. */
export async function listen(
  world: World,
  { port, host = '127.0.0.1', ...options }: ListenOptions,
): Promise<Listening> {
  const server = createServer(createApp(world, options))
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject)
    server.listen(port, host, resolve)
  })
  const { port: given } = server.address() as AddressInfo
  const stop = async () => {
    const closed = new Promise(resolve => server.close(resolve))
    world.live.stop()
    server.closeIdleConnections()
    await closed
    await closeWorld(world)
  }
  return { server, address: `http://${host === '0.0.0.0' ? 'localhost' : host}:${given}`, stop }
}

/** Stops once when the machine asks for it, and leaves after ten seconds whatever hangs. */
export function stopOnSignals(listening: Listening, world: World): void {
  let stopping = false
  const stop = async (signal: string) => {
    if (stopping) return
    stopping = true
    world.log.info({ signal }, 'stopping')
    setTimeout(() => process.exit(1), 10_000).unref()
    await listening.stop()
    process.exit(0)
  }
  for (const signal of ['SIGTERM', 'SIGINT'] as const) process.on(signal, () => void stop(signal))
}
