import type { Request } from 'express'
import type { World } from '../world.js'

/**
 * Where people find Oppen, "https://oppen.school.example": as the school has set it, else as this request came. What
 * goes out by mail should never rest on what a request says of itself, so schools set it.
 */
export const originOf = (world: Pick<World, 'address'>, request: Request): string =>
  world.address ?? `${request.protocol}://${request.get('host')}`
