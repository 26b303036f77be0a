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
  BARE_GROUP = '',
  BARE_NOW = '0',
} = process.env
const now = Number(BARE_NOW)
const since = now - 14 * 86_400_000

const db = new sqlite3.Database(BARE_FILE, sqlite3.OPEN_READONLY)
const all = (sql: string, bind: Record<string, unknown>) =>
  new Promise<unknown[]>((resolve, reject) => {
    db.all(sql, bind, (error, rows) => (error ? reject(error) : resolve(rows)))
  })

const WORK = 'w.id, w.kind, w.title, w.points, w.minutes, t.opens_at, t.due_at, t.closes_at, w.posted_at'
const TIMES = 'join work_times t on t.work_id = w.id and t.group_id = p.group_id'
const STATUS =
  'i.phase, i.phase_before, i.hand_ins, i.first_handed_in_at, i.handed_in_at, i.handed_back_at, i.received_at, i.mark, i.try_again_by'
const NEW_NOTES = (
  place: string,
) => `(select count(*) from conversations v join messages m on m.conversation_id = v.id
  left join read_positions l on l.account_id = $viewer and l.conversation_id = v.id
  where v.work_id = w.id and coalesce(v.place_id, ${place}) = ${place} and m.by_account <> $viewer
    and m.shown_at > coalesce(l.at, 0)) as new_notes`

const app = express()
app.disable('x-powered-by')
app.disable('etag')

app.get('/today', async (_, response) => {
  const submissions = await all(
    `select c.id as class_id, c.name as class_name, p.id as place_id, p.account_id as child, ${WORK}, ${STATUS}, i.feedback, ${NEW_NOTES('p.id')}
     from places p join classes c on c.id = p.class_id join works w on w.class_id = c.id ${TIMES}
     left join submissions i on i.work_id = w.id and i.place_id = p.id
     where p.account_id = $viewer and case coalesce(i.phase, 'untouched')
       when 'handedBack' then i.handed_back_at > $since when 'withTeacher' then 1 when 'tryAgain' then 1
       when 'excused' then 0 when 'received' then 0 else coalesce(t.closes_at, $now) >= $since end
     order by t.due_at, w.posted_at, w.id`,
    { $viewer: BARE_VIEWER, $since: since, $now: now },
  )
  const notices = await all(
    `select c.id as class_id, c.name as class_name, a.shown_name as by, m.html, n.appears_at, l.at as looked_at
     from conversations n join messages m on m.id = n.id join classes c on c.id = n.class_id
     join accounts a on a.id = m.by_account
     left join read_positions l on l.account_id = $viewer and l.conversation_id = n.id
     where n.appears_at > $since and c.id in (select class_id from places where account_id = $viewer)
     order by n.appears_at desc limit 6`,
    { $viewer: BARE_VIEWER, $since: since },
  )
  response.json({ now, submissions, teaching: [], notices })
})

app.get('/topics', async (_, response) => {
  const topics = await all(
    'select id, name, position from topics where class_id = $class order by position',
    {
      $class: BARE_CLASS,
    },
  )
  const works = await all(
    `select w.topic_id, ${WORK}, ${STATUS}, ${NEW_NOTES('$place')}
     from places p join works w on w.class_id = p.class_id ${TIMES}
     left join submissions i on i.work_id = w.id and i.place_id = $place
     where p.id = $place order by w.pinned desc, w.position, w.id`,
    { $viewer: BARE_VIEWER, $place: BARE_PLACE },
  )
  response.json({ topics, works })
})

/** The rows that a week page shows: its cards, goals, lessons and what the days of the term ask. */
const WEEK = '2026-10-12'
const weekRest = async () => ({
  goals: await all('select texts from goals where class_id = $class and week = $week', {
    $class: BARE_CLASS,
    $week: WEEK,
  }),
  lessons: await all('select * from lesson_times where class_id = $class', { $class: BARE_CLASS }),
  loads: await all(
    "select day, minutes from day_loads where holder = $group and day between '2026-09-07' and '2026-12-18'",
    { $group: BARE_GROUP },
  ),
})

app.get('/week/pupil', async (_, response) => {
  const cards = await all(
    `select ${WORK}, w.lane, t.why, ${STATUS}, ${NEW_NOTES('$place')}
     from places p join works w on w.class_id = p.class_id ${TIMES}
     left join submissions i on i.work_id = w.id and i.place_id = $place
     where p.id = $place and w.week = $week order by t.due_at, w.title`,
    { $viewer: BARE_VIEWER, $place: BARE_PLACE, $week: WEEK },
  )
  // what still waits from the weeks of the term before
  const waiting = await all(
    `select ${WORK}, w.lane, t.why, ${STATUS}, ${NEW_NOTES('$place')}
     from places p join works w on w.class_id = p.class_id ${TIMES}
     left join submissions i on i.work_id = w.id and i.place_id = $place
     where p.id = $place and t.due_at between $since and $from order by t.due_at, w.title`,
    {
      $viewer: BARE_VIEWER,
      $place: BARE_PLACE,
      $since: Date.UTC(2026, 8, 6, 23),
      $from: Date.UTC(2026, 9, 11, 23) - 1,
    },
  )
  response.json({ cards, waiting, ...(await weekRest()) })
})

app.get('/week/teacher', async (_, response) => {
  const cards = await all(
    `select w.id, w.kind, w.title, w.points, w.minutes, w.posted_at, w.lane, t.group_id, t.opens_at, t.due_at, t.closes_at, t.why,
       (select count(*) from places s where s.group_id = t.group_id) as asked,
       (select count(*) from submissions q join places s on s.id = q.place_id where q.work_id = w.id and s.group_id = t.group_id) as begun
     from works w join work_times t on t.work_id = w.id
     where w.class_id = $class and w.week = $week order by t.due_at, w.title`,
    { $class: BARE_CLASS, $week: WEEK },
  )
  response.json({ cards, ...(await weekRest()) })
})

const server = app.listen(Number(BARE_PORT), '127.0.0.1', () => {
  const address = server.address()
  process.stdout.write(`bare on ${typeof address === 'object' ? address?.port : ''}\n`)
})
