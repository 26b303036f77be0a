import type { AccountId, ClassFileId, ClassId, PageId } from '@oppen/core/ids'
import { type Database, jsonArray, jsonNested, jsonObject } from '../../db/index.js'
import { LINKS } from './fragments.js'

const PAGES = jsonArray(
  jsonObject({
    id: 'g.id',
    kind: 'g.kind',
    title: 'g.title',
    html: 'g.html',
    times: jsonNested('g.times'),
    month: 'g.month',
    version: 'g.version',
    by: 'a.shown_name',
    changedAt: 'g.changed_at',
  }),
  `from class_pages g join accounts a on a.id = g.changed_by where g.class_id = c.id and g.removed_at is null
   order by case g.kind when 'about' then 0 when 'rules' then 1 when 'times' then 2 when 'page' then 3 else 4 end,
     g.month desc, g.title, g.id`,
)

const FILES = jsonArray(
  jsonObject({ id: 'f.id', name: 'f.name', type: 'f.type', size: 'f.size', by: 'a.shown_name', at: 'f.at' }),
  `from class_files f join accounts a on a.id = f.by_account where f.class_id = c.id and f.removed_at is null
   order by f.at desc, f.id`,
)

const ABOUT = `select ${jsonObject({
  className: 'c.name',
  teachers: `(select json_group_array(name) from (select a.shown_name as name from teachers t
    join accounts a on a.id = t.account_id where t.class_id = c.id order by t.role desc, a.shown_name))`,
  pages: PAGES,
  links: LINKS,
  files: FILES,
})} as json from classes c where c.id = $classId`

export const aboutJson = (db: Database, classId: ClassId) => db.json(ABOUT, { classId })

const MEMBERS = `select ${jsonObject({
  groups: jsonArray(
    jsonObject({
      name: 'g.name',
      pupils: `(select json_group_array(name) from (select p.name from places p
        where p.group_id = g.id and p.left_at is null order by p.name))`,
    }),
    'from groups g where g.class_id = c.id order by g.position',
  ),
  birthdays: jsonArray(
    jsonObject({ name: 'p.name', birthday: 'a.birthday' }),
    `from places p join accounts a on a.id = p.account_id and a.birthday is not null
     where p.class_id = c.id and p.left_at is null order by p.name`,
  ),
  own: '(select birthday from accounts where id = $viewer)',
})} as json from classes c where c.id = $classId`

export const membersJson = (db: Database, classId: ClassId, viewer: AccountId) =>
  db.json(MEMBERS, { classId, viewer })

export const pageOf = (db: Database, classId: ClassId, pageId: PageId) =>
  db.row<{ version: number }>('select version from class_pages where id = $pageId and class_id = $classId', {
    pageId,
    classId,
  })

export const fileOf = (db: Database, classId: ClassId, fileId: ClassFileId) =>
  db.row<{ hash: string; name: string; type: string; size: number; removedAt: number | null }>(
    `select hash, name, type, size, removed_at as removedAt from class_files
     where id = $fileId and class_id = $classId`,
    { fileId, classId },
  )
