import type { AccountId, ClassId, Instant, ListedWordId } from '@oppen/core/ids'
import { table } from '../../db/index.js'

export const listedWords = table<{
  id: ListedWordId
  classId: ClassId
  word: string
  folded: string
  meaning: string
  example: string
  translations: string
  byAccount: AccountId
  at: Instant
}>(
  'listed_words',
  {
    id: 'id',
    classId: 'text',
    word: 'text',
    folded: 'text',
    meaning: 'text',
    example: 'text',
    translations: 'text',
    byAccount: 'text',
    at: 'integer',
  },
  ['classId', 'id'],
)
