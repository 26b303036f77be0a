import { z } from 'zod'
import { typed } from '../../wire/shapes.js'

/** The page that pupils begin with, as HTML; null where they begin with an empty one. */
export const assignmentDetails = z.object({ template: typed.nullable() })
