import type { Instant } from '@oppen/core/ids'
import { z } from 'zod'

/** An id on the wire: a short string that only the server makes. */
export const id = <T extends string>() => z.string().min(1).max(64) as unknown as z.ZodType<T>

/** Milliseconds since 1970. */
export const instant = z.number().int() as z.ZodType<Instant>

/** A person's typed text before core looks at it: long enough to be refused by name, never cut. */
export const typed = z.string().max(1_000_000)

/** A local date and time of the school, "2026-10-16T17:00"; read by core. */
export const localTime = z.string().max(64)

/** Nothing but that it was done. */
export const done = z.object({ done: z.literal(true) })
