import express from 'express'
import sqlite3 from 'sqlite3'

/**
 * The bare baseline: Express and raw sqlite3, the same rows as Today and Topics read, sent as JSON. No session,
 * no permission, no shapes: what nobody could run a school on, and nobody can be much faster than.
 */
const {
  BARE_FILE = '',
  BARE_PORT = '0',
  BARE_VIEWER = '',
  BARE_CLASS = '',
  BARE_PLACE = '',
  BARE_NOW = '0',
} = process.env
const now = Number(BARE_NOW)
const since = now - 14 * 86_400_000

const db = new sqlite3.Database(BARE_FILE, sqlite3.OPEN_READONLY)
const all = (sql: string, bind: Record<string, unknown>) =>
  new Promise<unknown[]>((resolve, reject) => {
    db.all(sql, bind, (error, rows) => (error ? reject(error) : resolve(rows)))
  })

const WORK = 'w.id, w.title, w.points, w.minutes, w.opens_at, w.due_at, w.closes_at, w.posted_at'
const STANDING =
  'i.phase, i.phase_before, i.hand_ins, i.first_handed_in_at, i.handed_in_at, i.handed_back_at, i.received_at, i.mark, i.try_again_by'
const NEW_NOTES = (place: string) => `(select count(*) from side_notes n
  left join looks l on l.account_id = $viewer and l.what = 'piece:' || n.work_id || ':' || n.place_id
  where n.work_id = w.id and n.place_id = ${place} and n.by_account <> $viewer and n.at > coalesce(l.at, 0)) as new_notes`

const app = express()
app.disable('x-powered-by')
app.disable('etag')

app.get('/today', async (_, response) => {
  const pieces = await all(
    `select c.id as class_id, c.name as class_name, p.id as place_id, p.account_id as child, ${WORK}, ${STANDING}, i.feedback, ${NEW_NOTES('p.id')}
     from places p join classes c on c.id = p.class_id join works w on w.class_id = c.id
     left join pieces i on i.work_id = w.id and i.place_id = p.id
     where p.account_id = $viewer and case coalesce(i.phase, 'untouched')
       when 'handedBack' then i.handed_back_at > $since when 'withTeacher' then 1 when 'tryAgain' then 1
       when 'excused' then 0 when 'received' then 0 else coalesce(w.closes_at, $now) >= $since end
     order by w.due_at, w.posted_at, w.id`,
    { $viewer: BARE_VIEWER, $since: since, $now: now },
  )
  const notices = await all(
    `select c.id as class_id, c.name as class_name, a.shown_name as by, n.html, n.at, l.at as looked_at
     from notices n join classes c on c.id = n.class_id join accounts a on a.id = n.by_account
     left join looks l on l.account_id = $viewer and l.what = 'talk:' || c.id
     where n.at > $since and c.id in (select class_id from places where account_id = $viewer)
     order by n.at desc limit 6`,
    { $viewer: BARE_VIEWER, $since: since },
  )
  response.json({ now, pieces, teaching: [], notices })
})

app.get('/topics', async (_, response) => {
  const topics = await all(
    'select id, name, position from topics where class_id = $class order by position',
    {
      $class: BARE_CLASS,
    },
  )
  const works = await all(
    `select w.topic_id, ${WORK}, ${STANDING}, ${NEW_NOTES('$place')}
     from works w left join pieces i on i.work_id = w.id and i.place_id = $place
     where w.class_id = $class order by w.posted_at desc, w.id`,
    { $viewer: BARE_VIEWER, $class: BARE_CLASS, $place: BARE_PLACE },
  )
  response.json({ topics, works })
})

const server = app.listen(Number(BARE_PORT), '127.0.0.1', () => {
  const address = server.address()
  process.stdout.write(`bare on ${typeof address === 'object' ? address?.port : ''}\n`)
})
