import type { InkPoint } from './point.js'

/** Tenths of a page unit: a fiftieth of a millimetre on a sheet of A4. */
const FINE = 10
const PRESSURES = 63
const ALPHABET = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789-_'
const VALUES = new Map([...ALPHABET].map((char, value) => [char, value]))

/**
 * Points as a short text: each as its distance from the one before, in tenths of a unit and 63rds of pressure, as
 * variable-length quantities of base 32 with a continuation bit, as source maps have them
 * (https://tc39.es/ecma426/#sec-base64-vlq), in the URL-safe alphabet of RFC 4648, section 5.
 */
export function pack(points: readonly InkPoint[]): string {
  let text = ''
  let [x, y, pressure] = [0, 0, 0]
  for (const point of points) {
    const next = [
      Math.round(point.x * FINE),
      Math.round(point.y * FINE),
      Math.round(point.pressure * PRESSURES),
    ] as const
    text += quantity(next[0] - x) + quantity(next[1] - y) + quantity(next[2] - pressure)
    ;[x, y, pressure] = next
  }
  return text
}

function quantity(value: number): string {
  let rest = value < 0 ? -value * 2 + 1 : value * 2
  let text = ''
  do {
    const digit = rest % 32
    rest = Math.floor(rest / 32)
    text += ALPHABET[rest ? digit + 32 : digit]
  } while (rest)
  return text
}

/** The points of a packed text; undefined where it is none. */
export function unpack(text: string): InkPoint[] | undefined {
  const numbers: number[] = []
  let value = 0
  let scale = 1
  for (const char of text) {
    const digit = VALUES.get(char)
    if (digit === undefined || scale > 2 ** 40) return undefined
    value += (digit % 32) * scale
    scale *= 32
    if (digit >= 32) continue
    numbers.push(value % 2 ? -(value - 1) / 2 : value / 2)
    value = 0
    scale = 1
  }
  return scale === 1 && numbers.length % 3 === 0 ? pointsOf(numbers) : undefined
}

function pointsOf(numbers: readonly number[]): InkPoint[] {
  const points: InkPoint[] = []
  let [x, y, pressure] = [0, 0, 0]
  for (let at = 0; at < numbers.length; at += 3) {
    x += numbers[at] ?? 0
    y += numbers[at + 1] ?? 0
    pressure += numbers[at + 2] ?? 0
    points.push({ x: x / FINE, y: y / FINE, pressure: pressure / PRESSURES })
  }
  return points
}
