import type { RouteName } from '@oppen/contract'
import { shapes } from '@oppen/contract/shapes'
import type { Seeded } from '@oppen/demo'
import { z } from 'zod'

type Schema = {
  readonly type?: string
  readonly const?: unknown
  readonly enum?: readonly unknown[]
  readonly anyOf?: readonly Schema[]
  readonly oneOf?: readonly Schema[]
  readonly properties?: Readonly<Record<string, Schema>>
  readonly required?: readonly string[]
  readonly items?: Schema
  readonly maxItems?: number
  readonly maxLength?: number
  readonly pattern?: string
  readonly minimum?: number
  readonly maximum?: number
}

const schemas = new Map<RouteName, Schema | undefined>()

/** The JSON Schema of what a route is asked with; undefined where it has no body. */
export function bodySchema(name: RouteName): Schema | undefined {
  if (schemas.has(name)) return schemas.get(name)
  const shape: { readonly body?: z.ZodType; readonly reply?: z.ZodType } = shapes[name]
  const schema = shape.body && (z.toJSONSchema(shape.body, { io: 'input', unrepresentable: 'any' }) as Schema)
  schemas.set(name, schema)
  return schema
}

/** Texts that break readers: one is chosen for each field. `long` says how long it may be. */
const TEXTS: readonly ((long: number) => string)[] = [
  () => '',
  () => 'Tide table',
  () => '2026-10-16T17:00',
  () => '2026-02-31',
  () => '10:30',
  () => "' or 1=1 --",
  () => '<p>words <strong>and</strong> <img src=x onerror=alert(1)></p>',
  () => '\u202e\u0000\ud800',
  () => '=1+1',
  () => 'https://example.org/x',
  () => 'anna.reyes',
]

/** The same as long as a field takes: what is quadratic in any of them takes long. */
const LONG_TEXTS: readonly ((long: number) => string)[] = [
  long => 'a\u0301'.repeat(long / 2),
  long => '\u0301'.repeat(long),
  long => `${' '.repeat(long - 1)}x`,
  long => '<'.repeat(long),
  long => '<p>'.repeat(long / 3),
  long => `<table><tr>${'<td colspan=99999999 rowspan=99999999>'.repeat(long / 40)}`,
  long => '"'.repeat(long),
  long => '\u{1f600}'.repeat(long / 2),
  long => 'x '.repeat(long / 2),
  long => `${'x'.repeat(65)}\\`.repeat(long / 66),
]

/** No test sends more than this in one field: what is longer is cut off by the limit of the body anyway. */
const MOST = 300_000

export type Making = {
  readonly random: Seeded
  readonly long?: boolean
  readonly pick?: number
  readonly many?: number
}

const among = <T>(list: readonly T[], random: Seeded): T => list[Math.floor(random.next() * list.length)] as T

/** Something of a shape: at random, or as long and as many as it takes. */
export function make(schema: Schema, making: Making): unknown {
  const { random, long } = making
  if (schema.const !== undefined) return schema.const
  if (schema.enum) return among(schema.enum, random)
  const either = schema.anyOf ?? schema.oneOf
  if (either) return make(long ? (either[0] as Schema) : among(either, random), making)
  switch (schema.type) {
    case 'object':
      return Object.fromEntries(
        Object.entries(schema.properties ?? {}).map(([key, one]) => [key, make(one, making)]),
      )
    case 'array': {
      const count = long ? Math.min(schema.maxItems ?? 20, making.many ?? 500) : Math.floor(random.next() * 3)
      return Array.from({ length: count }, () => make(schema.items ?? {}, making))
    }
    case 'string': {
      if (schema.pattern) return among(['none', 'x1', 'all'], random)
      const most = Math.min(schema.maxLength ?? 100, MOST)
      if (!long) return among(TEXTS, random)(most).slice(0, most)
      const text = LONG_TEXTS[making.pick ?? 0] ?? LONG_TEXTS[0]
      return text?.(Math.floor(most)).slice(0, most)
    }
    case 'integer':
    case 'number':
      return among([schema.minimum ?? 0, schema.maximum ?? 1, 1, 0], random)
    case 'boolean':
      return random.next() < 0.5
    default:
      return null
  }
}

/** The most of a shape that fits into so many bytes, as it is sent. */
export function makeLong(schema: Schema, most: number, making: Making): string {
  const one = JSON.stringify(make(schema, { ...making, long: true, many: 1 }))
  for (let many = Math.floor(most / Buffer.byteLength(one)); ; many = Math.floor(many * 0.8)) {
    const text = JSON.stringify(make(schema, { ...making, long: true, many }))
    if (Buffer.byteLength(text) <= most || many < 2) return text
  }
}

/** How many kinds of long texts there are. */
export const LONG_KINDS = LONG_TEXTS.length

/** Something against a shape: a field missing, of another kind, or much too much. */
export function spoil(body: unknown, random: Seeded): unknown {
  if (body === null || typeof body !== 'object' || Array.isArray(body))
    return among([null, [], 7, 'x', {}], random)
  const keys = Object.keys(body)
  const key = among(keys.length ? keys : ['x'], random)
  const wrong = among<unknown>(
    [undefined, null, 7, -1e308, 1.5, 'x'.repeat(5_000), [[]], { a: { b: {} } }, true, '\u0000'],
    random,
  )
  return { ...body, [key]: wrong }
}
