import type { Viewer } from '@oppen/core/permissions'
import type { Response } from 'express'
import { ZipFile } from 'yazl'
import { escapeHtml } from '../../html.js'
import type { World } from '../../world.js'
import { note } from '../record/service.js'
import { STORED_IN } from '../retention/storedIn.js'
import { ownClasses } from '../work/ownWork.js'
import { packOwnWork } from '../work/takeAlong.js'
import { type Person, personOf } from './people.js'
import { PERSONAL } from './personData.js'
import { countsOfPerson, rowsOfPerson } from './queries.js'

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
    note(world, 'data_exported', { classId: null, by: viewer.accountId, name: person.name }),
  )
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
  await addRows(world, zip, person)
  await addFiles(world, zip, person)
  for (const { classId, placeId, className } of await ownClasses(world.db, person.places)) {
    if (response.destroyed) return undefined
    const going = () => !response.destroyed
    await packOwnWork(
      { world, zip, under: `work/${plainName(className)} ${placeId}/`, going },
      { classId, placeId },
    )
  }
  zip.addBuffer(Buffer.from(await frontPage(world, person)), 'index.html')
  zip.end()
  await sent
  return undefined
}

const plainName = (name: string): string => name.replace(/[\\/:*?"<>|\p{Cc}\p{Cf}]/gu, '_').slice(0, 80)

async function addRows(world: World, zip: ZipFile, { bind }: Person): Promise<void> {
  for (const one of PERSONAL) {
    const rows = await rowsOfPerson(world.db, one, bind)
    if (!rows.length) continue
    for (const row of rows) for (const column of one.hidden ?? []) delete row[column]
    zip.addBuffer(Buffer.from(`${JSON.stringify(rows, null, 1)}\n`), `data/${one.table}.json`)
  }
}

/** Stands in the place of a file that the school has lost. */
const MISSING = 'This file is missing on the server. A backup may still have it.\n'

async function addFiles(world: World, zip: ZipFile, { bind }: Person): Promise<void> {
  const seen = new Set<string>()
  for (const [table, column] of STORED_IN) {
    const one = PERSONAL.find(rows => rows.table === table)
    if (!one) continue
    for (const row of await rowsOfPerson(world.db, one, bind)) {
      const hash = row[column]
      if (typeof hash !== 'string' || seen.has(hash)) continue
      seen.add(hash)
      const name = `files/${seen.size} ${plainName(String(row.name ?? table))}`
      if (await world.files.has(hash)) zip.addFile(world.files.pathOf(hash), name)
      else zip.addBuffer(Buffer.from(MISSING), `${name} is missing.txt`)
    }
  }
}

async function frontPage(world: World, { name, bind }: Person): Promise<string> {
  const counts = (await countsOfPerson(world.db, PERSONAL, bind)).filter(one => one.count)
  const rows = counts.map(
    ({ kind, count }) =>
      `<tr><td><a href="data/${kind}.json">${escapeHtml(kind.replaceAll('_', ' '))}</a></td><td>${count}</td></tr>`,
  )
  const at = new Date(world.clock.now()).toISOString()
  return `<!doctype html><html lang="en"><meta charset="utf-8"><title>${escapeHtml(name)}</title>
<style>body{font:17px/1.5 system-ui,sans-serif;max-width:40rem;margin:2rem auto;padding:0 1rem}td{padding:.2rem 1rem .2rem 0}</style>
<h1>${escapeHtml(name)}</h1><p>Everything that Oppen at ${escapeHtml(world.school.name)} stored of ${escapeHtml(name)} on ${at}.
Work of each class is in the folder “work”, files in “files”, and each kind of what is stored below. Times are
milliseconds since 1970 (UTC).</p><table>${rows.join('')}</table></html>
`
}
