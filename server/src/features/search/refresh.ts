import type { Doing } from '../../doing.js'
import { plainText } from '../../plainText.js'
import type { World } from '../../world.js'
import { searchDue, searchEntries } from './models.js'
import { dueRows } from './queries.js'
import { type Source, type SourceKind, sourcesOf } from './sources.js'

/** So many texts are made anew in one command, so that saves go through between two of them. */
const ROUND = 200
/** A text longer than this is found by its beginning; no person writes so much on one page. */
const MOST_TEXT = 200_000

/** Makes the texts anew that have changed since the last search. Nothing is written where nothing has. */
export async function refreshTexts(
  world: World,
  onStep: (doing: Doing) => void = () => undefined,
): Promise<void> {
  for (let done = 0; (await dueRows(world.db, 1)).length; done += ROUND) {
    onStep({ what: 'starting_search', said: { count: done } })
    await world.db.write(() => refreshRound(world))
  }
}

async function refreshRound(world: World): Promise<void> {
  const due = await dueRows(world.db, ROUND)
  const byKind = new Map<SourceKind, string[]>()
  for (const { kind, ref } of due) byKind.set(kind, [...(byKind.get(kind) ?? []), ref])
  for (const [kind, refs] of byKind) {
    await forget(world, kind, refs)
    for (const source of await sourcesOf(world.db, kind, refs)) await keep(world, kind, source)
    await world.db.model(searchDue).destroy({ where: { kind, ref: refs } })
  }
}

async function forget(world: World, kind: SourceKind, refs: readonly string[]): Promise<void> {
  const known = await world.db.rows<{ id: number }>(
    'select id from search_entries where kind = $kind and ref in (select value from json_each($refs))',
    { kind, refs: JSON.stringify(refs) },
  )
  if (!known.length) return
  const ids = JSON.stringify(known.map(one => one.id))
  await world.db.run('delete from search_texts where rowid in (select value from json_each($ids))', { ids })
  await world.db.run('delete from search_entries where id in (select value from json_each($ids))', { ids })
}

async function keep(world: World, kind: SourceKind, { title, html, ...about }: Source): Promise<void> {
  const body = plainText(html).slice(0, MOST_TEXT)
  if (!title && !body) return
  const entry = await world.db.model(searchEntries).create({ kind, ...about })
  const id = entry.get('id') as number
  const scope = about.classId ?? about.circleId ?? ''
  await world.db.run(
    'insert into search_texts (rowid, scope, title, body) values ($id, $scope, $title, $body)',
    { id, scope, title, body },
  )
}
