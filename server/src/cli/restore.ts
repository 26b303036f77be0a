import { resolve } from 'node:path'
import { restoreBackup } from '../features/backups/restore.js'
import { readSettings } from '../settings.js'
import { startPlainly } from '../startRefused.js'

/** Brings a backup into OPPEN_DATA while no server runs there: `npm run restore -- FOLDER [NAME]`. */
const [folder, name] = process.argv.slice(2)
if (!folder) {
  process.stderr.write(
    'Say where the backups are: npm run restore -- /mnt/backups/oppen [2026-10-14T02-30-00Z]\n',
  )
  process.exit(2)
}
await startPlainly(async () => {
  const data = readSettings(process.env).folder
  const { before, ...done } = await restoreBackup({
    data,
    folder: resolve(folder),
    ...(name && { name }),
    now: Date.now(),
  })
  process.stdout.write(
    `${done.name} is in ${data}: ${done.manifest.files.count} files and everything saved until ${done.manifest.madeAt}.\n`,
  )
  if (before) process.stdout.write(`What was there before lies in ${before}; remove it when all is well.\n`)
  process.stdout.write('Start the server again. Everybody signs in anew.\n')
}, 'Nothing was restored')
