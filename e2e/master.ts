import { cp, mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { School } from './school.js'

/** Fills one school before all journeys; each file of journeys begins with a copy of it. Gives the way to clear it away. */
export default async function fillMaster(): Promise<() => Promise<void>> {
  const folder = await mkdtemp(join(tmpdir(), 'oppen-master-'))
  const school = await School.open()
  await school.stop()
  await cp(school.folder, folder, { recursive: true })
  await school.close()
  process.env.OPPEN_MASTER = folder
  return () => rm(folder, { recursive: true, force: true })
}
