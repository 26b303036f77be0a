import express from 'express'
import sqlite3 from 'sqlite3'

/**
 * The bare baseline of saving: Express and raw sqlite3 on a file of its own, one upsert of a text, as durable as
 * Oppen's (`synchronous = FULL`). No session, no permission, no cleaning of the text, no versions, no live streams.
 */
const db = new sqlite3.Database(process.env.BARE_COPY ?? '')
const run = (sql: string, bind: Record<string, unknown> = {}) =>
  new Promise<void>((resolve, reject) => db.run(sql, bind, error => (error ? reject(error) : resolve())))
await run('pragma journal_mode = wal')
await run('pragma synchronous = full')
await run('create table drafts (id text primary key, html text not null, version integer not null)')

const app = express()
app.disable('x-powered-by')
app.disable('etag')
app.use(express.json({ limit: '2mb' }))
app.put('/draft/:id', async (request, response) => {
  const { html = JSON.stringify(request.body), base = 0 } = request.body
  await run(
    `insert into drafts values ($id, $html, $version)
     on conflict (id) do update set html = excluded.html, version = excluded.version`,
    { $id: request.params.id, $html: html, $version: base + 1 },
  )
  response.json({ version: base + 1 })
})

const server = app.listen(0, '127.0.0.1', () => {
  const address = server.address()
  process.stdout.write(`bare on ${typeof address === 'object' ? address?.port : ''}\n`)
})
