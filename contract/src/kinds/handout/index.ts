import { z } from 'zod'

/** A handout is its directions and what comes with them. */
export const handoutDetails = z.object({})
