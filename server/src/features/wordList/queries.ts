import type { ClassId, ListedWordId } from '@oppen/core/ids'
import { type Database, jsonNested, jsonObject } from '../../db/index.js'

/** A class's name and its words in the order of the alphabet, as JSON. */
export const wordListJson = (db: Database, classId: ClassId) =>
  db.json(
    `select ${jsonObject({
      className: 'c.name',
      words: jsonNested(`coalesce((select json_group_array(json(w.line)) from (
        select ${jsonObject({
          id: 'w.id',
          word: 'w.word',
          meaning: 'w.meaning',
          example: 'w.example',
          translations: jsonNested('w.translations'),
        })} as line from listed_words w where w.class_id = c.id order by w.folded) w), '[]')`),
    })} as json from classes c where c.id = $classId`,
    { classId },
  )

/** Which words a class has: by what they are known, and as they are looked for. */
export const wordsOfClass = (db: Database, classId: ClassId) =>
  db.rows<{ id: ListedWordId; folded: string }>(
    'select id, folded from listed_words where class_id = $classId',
    { classId },
  )
