import type { KindRules } from '../kind.js'

/** Something to read or watch. */
export const handout = { asks: 'look', accepts: [], hasPoints: false } as const satisfies KindRules
