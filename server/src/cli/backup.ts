import { resolve } from 'node:path'
import { writeBackup } from '../features/backups/write.js'
import { readSettings } from '../settings.js'
import { startPlainly } from '../startRefused.js'

/** Makes a backup, whether or not a server runs: `npm run backup -- FOLDER`. */
const [folder] = process.argv.slice(2)
if (!folder) {
  process.stderr.write('Say where backups are kept: npm run backup -- /mnt/backups/oppen\n')
  process.exit(2)
}
await startPlainly(async () => {
  const { name, manifest, fresh } = await writeBackup({
    data: readSettings(process.env).folder,
    folder: resolve(folder),
    now: Date.now(),
  })
  const { database, files, missing } = manifest
  process.stdout.write(
    `${name} is whole: a database of ${megabytes(database.size)}, ${files.count} files of ${megabytes(files.size)} (${fresh} new).\n`,
  )
  for (const hash of missing) process.stdout.write(`The school itself has lost the file ${hash}.\n`)
}, 'There is no new backup')

function megabytes(bytes: number): string {
  return `${(bytes / 1024 / 1024).toFixed(1)} MB`
}
