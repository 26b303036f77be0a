import type { WorkId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import type { BuiltClass } from './builders.js'

/** Tern Hollow School, once it is built. */
export type DemoSchool = {
  readonly teachers: Readonly<Record<'varga' | 'bell', Viewer>>
  readonly pupils: ReadonlyMap<string, Viewer>
  readonly families: ReadonlyMap<string, Viewer>
  readonly garden: BuiltClass
  readonly numbers: BuiltClass
  readonly words: BuiltClass
  readonly work: (title: string) => WorkId
}
