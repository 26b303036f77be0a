import type { ClassRules, SettingsBody } from '@oppen/contract'

/** Everything that the form of a class's settings shows: of the class itself, its talk and its averages. */
export type Settings = {
  readonly own: SettingsBody
  readonly talk: ClassRules['talk']
  readonly marks: ClassRules['marks']
}

/** What was changed of it and is not saved. */
export type Edits = { readonly [P in keyof Settings]?: Partial<Settings[P]> }

export type Put = <P extends keyof Settings>(part: P, changed: Partial<Settings[P]>) => void

/** What a part of the form is given. */
export type PartProps = { readonly form: Settings; readonly put: Put }
