import type { DataStep } from './db/index.js'
import { makeMissingKeys } from './features/joining/keys.js'
import { setMissingRules } from './features/timing/retime.js'
import type { World } from './world.js'

/** What steps of the tables leave to the server to fill in, each once and in this order. */
export const dataSteps = (world: World): readonly DataStep[] => [
  { name: '2026-11-25-keys-of-places', run: () => makeMissingKeys(world) },
  { name: '2026-11-25-rules-of-works', run: () => setMissingRules(world) },
]
