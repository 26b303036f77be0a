import type { QuestionKind } from '@oppen/core/questions'
import type { ComponentType } from 'react'
import { DrawingFields, LongFields, RecordingFields } from './ByHandFields.js'
import { ChoiceFields } from './ChoiceFields.js'
import type { KindProps } from './fieldProps.js'
import { GapsFields, GroupsFields, OrderFields, PairsFields } from './LinesFields.js'
import { FormulaFields, NumberFields } from './NumberFields.js'
import { PlaceFields } from './PlaceFields.js'
import { TableFields } from './TableFields.js'
import { TextFields } from './TextFields.js'

const KIND_FIELDS: { readonly [K in QuestionKind]: ComponentType<KindProps<K>> } = {
  one: ChoiceFields,
  several: ChoiceFields,
  text: TextFields,
  number: NumberFields,
  formula: FormulaFields,
  gaps: GapsFields,
  table: TableFields,
  pairs: PairsFields,
  order: OrderFields,
  groups: GroupsFields,
  place: PlaceFields,
  long: LongFields,
  drawing: DrawingFields,
  recording: RecordingFields,
}

/** What a question of a kind is written with; the kind says which question, which the compiler cannot follow through the table. */
export const fieldsOf = (kind: QuestionKind) =>
  KIND_FIELDS[kind] as unknown as ComponentType<KindProps<QuestionKind>>
