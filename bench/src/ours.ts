import { openDemo } from '@oppen/demo'
import { listen } from '@oppen/server/listen'
import { FULL_HASHING } from '@oppen/server/openWorld'
import { pino } from 'pino'

/** Oppen as it serves the demo, for the bench: the whole way of a request, session and permission included. */
const world = await openDemo(process.env.BENCH_FOLDER ?? '', {
  log: pino({ level: 'silent' }),
  hashing: FULL_HASHING,
})
const { address } = await listen(world, { port: Number(process.env.BENCH_PORT ?? 0), webFolder: 'web/dist' })
process.stdout.write(`ours on ${new URL(address).port}\n`)
