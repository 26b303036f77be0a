import type { ServerKind } from '../kind.js'

export const handout = { tables: [], searched: {}, made: null } as const satisfies ServerKind
