import type { Instant } from '@oppen/core/ids'
import { z } from 'zod'

/** An id on the wire: a short string that only the server makes. */
export const id = <T extends string>() => z.string().regex(/^[\w-]{1,64}$/) as unknown as z.ZodType<T>

/** Milliseconds since 1970. */
export const instant = z.number().int() as z.ZodType<Instant>

/**
 * A line that a person typed, before core looks at it: longer than any name, title, code or secret may be, so that core
 * refuses it by name, and short enough that nothing done to it takes long.
 */
export const line = z.string().max(1_000)

/** The same for a text of several lines, formatted or not. */
export const typed = z.string().max(400_000)

/** A local date and time of the school, "2026-10-16T17:00"; read by core. */
export const localTime = z.string().max(64)

/** Nothing but that it was done. */
export const done = z.object({ done: z.literal(true) })
