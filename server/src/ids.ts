import { writeSymbol } from '@oppen/core/joining'
import type { World } from './world.js'

/** A new id: 16 random symbols, 80 bits, which nobody guesses. */
export function newId<T extends string>(world: Pick<World, 'random'>): T {
  return randomSymbols(world, 16).join('').toLowerCase() as T
}

/** Random values from 0 to 31, each as likely as any other. */
export function randomValues(world: Pick<World, 'random'>, count: number): number[] {
  return [...world.random(count)].map(byte => byte & 31)
}

const randomSymbols = (world: Pick<World, 'random'>, count: number) =>
  randomValues(world, count).map(writeSymbol)
