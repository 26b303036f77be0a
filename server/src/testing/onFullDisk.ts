import { closeSync, openSync, writeSync } from 'node:fs'
import { join } from 'node:path'
import { buildAccount, buildClass, DEMO_SCHOOL } from '@oppen/demo'
import { refusalOf } from '../http/errors.js'
import { closeWorld, openWorld, QUICK_HASHING } from '../openWorld.js'

/** Run by a test on a small disk of its own: fills a school, then the disk, and starts on it again. Prints how it went. */
const folder = process.argv[2] ?? ''
const open = () => openWorld({ folder, school: DEMO_SCHOOL, hashing: QUICK_HASHING, reserve: true })
const first = await open()
const teacher = await buildAccount(first, 'teacher', 'Ms Kestrel')
await buildClass(first, { name: 'Tides', yearLabel: '', teacher, groups: { All: ['Anna Reyes'] } })
await closeWorld(first)

const filler = openSync(join(folder, '..', 'filler'), 'w')
let size = 4096
for (;;)
  try {
    writeSync(filler, Buffer.alloc(size))
  } catch {
    if (size === 1) break
    size = 1
  }
closeSync(filler)

for (const start of [1, 2]) {
  const again = await open()
  const names = await again.db.rows<{ name: string }>('select name from places')
  // what is written goes until the room that was given back is used up, and is then refused in words
  let refused = ''
  for (let n = 0; n < 60 && !refused; n++)
    await again.db
      .write(() =>
        again.db.run('insert into settings (name, value) values ($name, $value)', {
          name: `large ${start} ${n}`,
          value: 'x'.repeat(200_000),
        }),
      )
      .catch(error => {
        refused = refusalOf(error)?.code ?? String(error)
      })
  process.stdout.write(`start ${start}: ${names.length} place, ${refused}\n`)
  await closeWorld(again)
}
