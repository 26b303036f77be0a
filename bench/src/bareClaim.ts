import { createHash, randomBytes } from 'node:crypto'
import { hash } from '@node-rs/argon2'
import { FULL_HASHING } from '@oppen/server/openWorld'
import express from 'express'
import sqlite3 from 'sqlite3'

/**
 * The bare baseline of coming in: Express and raw sqlite3 on a copy of the same file. Looking up a code reads the door and the
 * free names; a claim hashes the secret as hard as Oppen does and writes account, place and session in one
 * transaction. No rate limits, no audit log, no live streams, no checks.
 */
const { BARE_FILE = '', BARE_COPY = '' } = process.env

const db = await new Promise<sqlite3.Database>((resolve, reject) => {
  const source = new sqlite3.Database(BARE_FILE, sqlite3.OPEN_READONLY)
  source.run('vacuum into $copy', { $copy: BARE_COPY }, error => {
    if (error) return reject(error)
    source.close()
    const copy = new sqlite3.Database(BARE_COPY)
    copy.run('pragma journal_mode = wal', () => copy.run('pragma synchronous = normal', () => resolve(copy)))
  })
})
const run = (sql: string, bind: Record<string, unknown> = {}) =>
  new Promise<void>((resolve, reject) => db.run(sql, bind, error => (error ? reject(error) : resolve())))
const all = (sql: string, bind: Record<string, unknown>) =>
  new Promise<unknown[]>((resolve, reject) =>
    db.all(sql, bind, (error, rows) => (error ? reject(error) : resolve(rows))),
  )

const app = express()
app.disable('x-powered-by')
app.disable('etag')
app.use(express.json())

app.post('/look-up', async (request, response) => {
  const { code, classId } = request.body
  const doors = await all(
    'select c.name, d.closes_at from doors d join classes c on c.id = d.class_id where d.code = $code',
    { $code: code },
  )
  const places = await all(
    'select id, name from places where class_id = $classId and account_id is null order by name',
    { $classId: classId },
  )
  response.json({ doors, places })
})

let queue: Promise<unknown> = Promise.resolve()
let serial = 0
app.post('/claim', async (request, response) => {
  const { placeId, secret } = request.body
  const secretHash = await hash(secret, FULL_HASHING)
  const id = randomBytes(10).toString('hex')
  const token = randomBytes(32).toString('base64url')
  const now = Date.now()
  serial += 1
  const userName = `bare.${serial}`
  const write = async () => {
    await run('begin immediate')
    await run(
      `insert into accounts (id, kind, user_name, shown_name, secret_hash, made_at)
       values ($id, 'pupil', $userName, 'Bare', $secretHash, $now)`,
      { $id: id, $userName: userName, $secretHash: secretHash, $now: now },
    )
    await run('update places set account_id = $id, claimed_at = $now where id = $placeId', {
      $id: id,
      $now: now,
      $placeId: placeId,
    })
    await run(
      `insert into sessions (token_hash, account_id, began_at, seen_at, ends_at, device, came_by)
       values ($hash, $id, $now, $now, $ends, '', 'door')`,
      {
        $hash: createHash('sha256').update(token).digest('hex'),
        $id: id,
        $now: now,
        $ends: now + 86_400_000,
      },
    )
    await run('commit')
  }
  queue = queue.then(write)
  await queue
  response.json({ id, userName })
})

const server = app.listen(0, '127.0.0.1', () => {
  const address = server.address()
  process.stdout.write(`bare on ${typeof address === 'object' ? address?.port : ''}\n`)
})
