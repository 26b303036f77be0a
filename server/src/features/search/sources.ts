import type { WorkKind } from '@oppen/core/work'
import type { Database } from '../../db/index.js'
import { IN, reading, type Source } from '../../searchSource.js'
import { SERVER_KINDS } from '../kinds/index.js'

/** What pupils make on submissions, as the kinds of work have it found. */
type Made = { [K in WorkKind]: keyof (typeof SERVER_KINDS)[K]['searched'] }[WorkKind]
const MADE: Readonly<Record<Made, string>> = Object.assign(
  {},
  ...Object.values(SERVER_KINDS).map(kind => kind.searched),
)
export const MADE_SOURCES = Object.keys(MADE) as readonly Made[]

/** Whether conversation `v` is of a class or of a circle. */
const SPACE = {
  classId: '(select id from classes where id = v.space_id)',
  circleId: '(select id from circles where id = v.space_id)',
}

/** How the texts of each kind are read. */
export const SOURCES = {
  ...MADE,
  work: reading(
    { ref: 'w.id', classId: 'w.class_id', workId: 'w.id', at: 'w.posted_at', title: 'w.title' },
    `from works w where w.id ${IN} and w.removed_at is null`,
  ),
  directions: reading(
    {
      ref: 'w.id',
      classId: 'w.class_id',
      workId: 'w.id',
      at: 'w.posted_at',
      html: "w.directions || coalesce(w.details ->> '$.passage.html', '')",
    },
    `from works w where w.id ${IN} and w.removed_at is null`,
  ),
  material: reading(
    {
      ref: 'm.id',
      classId: 'w.class_id',
      workId: 'w.id',
      at: 'w.posted_at',
      title: 'm.title',
      html: "coalesce(m.url, '')",
    },
    `from materials m join works w on w.id = m.work_id and w.removed_at is null where m.id ${IN}`,
  ),
  message: reading(
    {
      ref: 'm.id',
      ...SPACE,
      workId: 'v.work_id',
      placeId: 'v.place_id',
      at: 'm.shown_at',
      html: 'm.html',
    },
    `from messages m join conversations v on v.id = m.conversation_id and v.removed_at is null
     where m.id ${IN} and m.removed_at is null and m.state = 'shown'`,
  ),
  room: reading(
    { ref: 'v.id', ...SPACE, at: 'v.last_shown_at', title: 'v.title' },
    `from conversations v where v.id ${IN} and v.removed_at is null and v.title <> ''`,
  ),
  page: reading(
    {
      ref: 'g.id',
      classId: 'g.class_id',
      at: 'g.changed_at',
      title: 'g.title',
      html: `g.html || coalesce((select group_concat('<p>' || (value ->> 'what'), '') from json_each(g.times)), '')`,
    },
    `from class_pages g where g.id ${IN} and g.removed_at is null`,
  ),
  classFile: reading(
    { ref: 'f.id', classId: 'f.class_id', at: 'f.at', title: 'f.name' },
    `from class_files f where f.id ${IN} and f.removed_at is null`,
  ),
  classLink: reading(
    { ref: "k.class_id || '.' || k.position", classId: 'k.class_id', title: 'k.title', html: 'k.url' },
    `from class_links k where k.class_id || '.' || k.position ${IN}`,
  ),
  circleFile: reading(
    { ref: 'f.id', circleId: 'f.circle_id', at: 'f.at', title: 'f.name' },
    `from circle_files f where f.id ${IN} and f.removed_at is null`,
  ),
  file: reading(
    {
      ref: 'f.id',
      classId: 'w.class_id',
      workId: 'w.id',
      placeId: 'f.place_id',
      at: 'f.added_at',
      title: 'f.name',
    },
    `from files f join works w on w.id = f.work_id and w.removed_at is null where f.id ${IN} and f.removed_at is null`,
  ),
  place: reading(
    { ref: 'p.id', classId: 'p.class_id', placeId: 'p.id', title: 'p.name' },
    `from places p where p.id ${IN} and p.left_at is null`,
  ),
  teacher: reading(
    { ref: "t.class_id || '.' || t.account_id", classId: 't.class_id', title: 'a.shown_name' },
    `from teachers t join accounts a on a.id = t.account_id where t.class_id || '.' || t.account_id ${IN}`,
  ),
} as const

export type SourceKind = keyof typeof SOURCES

export type { Source }

export const sourcesOf = (db: Database, kind: SourceKind, refs: readonly string[]) =>
  db.rows<Source>(SOURCES[kind], { refs: JSON.stringify(refs) })
