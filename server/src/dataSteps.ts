import type { DataSteps } from './db/index.js'
import { makeMissingKeys } from './features/classes/keys.js'
import { setMissingRules } from './features/timing/workTimes.js'
import type { World } from './world.js'

/** What steps of the tables leave to the server to fill in. */
export const dataSteps = (world: World): DataSteps => ({
  '2026-11-25-keys-of-places': () => makeMissingKeys(world),
  '2026-11-25-rules-of-works': () => setMissingRules(world),
})
