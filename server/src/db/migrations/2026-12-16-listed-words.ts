import type { Migration } from '../migration.js'

/** What is shown of words and in which language, for everybody who has chosen something; and the words that a class has listed. */
export const listedWords: Migration = {
  name: '2026-12-16-listed-words',
  up: [
    // a patch would take away what is null
    `update reading_settings set settings = json_set(settings, '$.showing', 'nothing', '$.known', json('null'))`,
    `update reading_beginnings set settings = json_set(settings, '$.showing', 'nothing', '$.known', json('null'))`,
    `create table listed_words (
       id text not null,
       class_id text not null references classes (id) on delete cascade,
       word text not null,
       -- as it is looked for: without capitals
       folded text not null,
       meaning text not null,
       example text not null,
       translations text not null check (json_valid(translations)),
       by_account text not null references accounts (id),
       at integer not null,
       primary key (class_id, id),
       unique (class_id, folded)
     ) strict, without rowid`,
  ],
  down: [
    'drop table listed_words',
    `update reading_settings set settings = json_remove(settings, '$.showing', '$.known')`,
    `update reading_beginnings set settings = json_remove(settings, '$.showing', '$.known')`,
  ],
}
