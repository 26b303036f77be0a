import { randomUUID } from 'node:crypto'
import { rm } from 'node:fs/promises'
import { join } from 'node:path'
import type { Viewer } from '@oppen/core/permissions'
import type { Language } from '@oppen/core/register'
import type { Response } from 'express'
import { ZipFile } from 'yazl'
import { escapeHtml } from '../../html.js'
import { sayIn } from '../../words/index.js'
import type { World } from '../../world.js'
import { languageOf } from '../accounts/service.js'
import { audit } from '../auditLog/service.js'
import { packExport } from '../work/export.js'
import { ownClasses } from '../work/ownWork.js'
import { type Person, personOf } from './people.js'
import type { RowsFound } from './rowsOfPerson.js'

/**
 * Everything of one person as a ZIP: every row that is theirs as JSON, by table, without what opens something; every file
 * under its name; and of a pupil the work of each class as pages to look at.
 */
export async function sendPerson(
  world: World,
  viewer: Viewer,
  personId: string,
  response: Response,
): Promise<undefined> {
  const person = await personOf(world.db, personId)
  await world.db.write(() =>
    audit(world, 'data_exported', { classId: null, by: viewer.accountId, name: person.name }),
  )
  // cleared at each start, should it not come so far
  const folder = join(world.folder, 'files', 'incoming', `export-${randomUUID()}`)
  try {
    const database = join(world.folder, 'oppen.sqlite')
    const { bind } = person
    const found = await world.workers.documents.run('personRows', { database, bind, into: folder }, personId)
    const language = await languageOf(world, viewer.accountId)
    return await send(world, { person, found, folder, language }, response)
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}

type Packing = {
  readonly person: Person
  readonly found: RowsFound
  readonly folder: string
  /** Of whoever asked for it. */
  readonly language: Language
}

async function send(world: World, packing: Packing, response: Response): Promise<undefined> {
  const { person, found, folder, language } = packing
  const say = sayIn(language)
  const zip = new ZipFile()
  response.set({
    'content-type': 'application/zip',
    'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(`${person.name}.zip`)}`,
  })
  const sent = new Promise<void>((resolve, reject) => {
    response.once('close', resolve)
    zip.once('error', reject)
    zip.outputStream.once('error', reject)
  })
  // it may fail while pages are still being set; that is heard of below
  sent.catch(() => undefined)
  zip.outputStream.pipe(response)
  for (const { table } of found.tables) zip.addFile(join(folder, `${table}.json`), `data/${table}.json`)
  for (const [at, { hash, name }] of found.files.entries()) {
    const called = `files/${at + 1} ${plainName(name)}`
    if (await world.files.has(hash)) zip.addFile(world.files.pathOf(hash), called)
    // stands in the place of a file that the school has lost
    else
      zip.addBuffer(
        Buffer.from(say('paper_missing_text')),
        `${say('paper_missing_file', { name: called })}.txt`,
      )
  }
  for (const { classId, placeId, className } of await ownClasses(world.db, person.places)) {
    if (response.destroyed) return undefined
    const going = () => !response.destroyed
    await packExport(
      { world, zip, under: `work/${plainName(className)} ${placeId}/`, language, going },
      { classId, placeId },
    )
  }
  zip.addBuffer(Buffer.from(frontPage(world, packing)), 'index.html')
  zip.end()
  await sent
  return undefined
}

const plainName = (name: string): string => name.replace(/[\\/:*?"<>|\p{Cc}\p{Cf}]/gu, '_').slice(0, 80)

function frontPage(world: World, { person: { name }, found, language }: Packing): string {
  const say = sayIn(language)
  const rows = found.tables.map(
    ({ table, count }) =>
      `<tr><td><a href="data/${table}.json">${escapeHtml(table.replaceAll('_', ' '))}</a></td><td>${count}</td></tr>`,
  )
  const at = new Date(world.clock.now()).toISOString()
  return `<!doctype html><html lang="${language}"><meta charset="utf-8"><title>${escapeHtml(name)}</title>
<style>body{font:17px/1.5 system-ui,sans-serif;max-width:40rem;margin:2rem auto;padding:0 1rem}td{padding:.2rem 1rem .2rem 0}</style>
<h1>${escapeHtml(name)}</h1><p>${escapeHtml(say('archive_lead', { school: world.school.name, name, at }))}
${escapeHtml(say('archive_where'))}</p><table>${rows.join('')}</table></html>
`
}
