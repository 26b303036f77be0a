import type { Shapes } from '../shapes.js'
import { route } from '../wire/route.js'

/** The words that a class has listed with their meaning, and what a word is called in another language. */
export const wordListRoutes = {
  seeWordList: route<Shapes['seeWordList']>()('GET', '/api/classes/:classId/words', 'words.see'),
  saveListedWord: route<Shapes['saveListedWord']>()(
    'PUT',
    '/api/classes/:classId/words/:wordId',
    'words.change',
  ),
  removeListedWord: route<Shapes['removeListedWord']>()(
    'DELETE',
    '/api/classes/:classId/words/:wordId',
    'words.change',
  ),
  translateWord: route<Shapes['translateWord']>()('POST', '/api/translation', 'account.self'),
}
