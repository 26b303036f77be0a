import { spawn } from 'node:child_process'
import { mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, expect, it } from 'vitest'
import { lockFolder } from './folderLock.js'
import { openWorld } from './openWorld.js'

let folder: string
beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'oppen-lock-'))
})
afterEach(() => rm(folder, { recursive: true, force: true }))

it('is one process’s at a time, and says whose', async () => {
  const lock = await lockFolder(folder, 'http://127.0.0.1:4310')
  await expect(lockFolder(folder)).rejects.toMatchObject({
    code: 'folder_held',
    message: expect.stringMatching(
      new RegExp(`in use by another Oppen \\(process ${process.pid} on .+at http://127.0.0.1:4310\\)`),
    ),
  })
  await lock.release()
  await (await lockFolder(folder)).release()
})

it('keeps a second server from touching anything', async () => {
  const lock = await lockFolder(folder)
  const begun = join(folder, 'files', 'incoming')
  await writeFile(join(folder, 'untouched'), 'x')
  await expect(openWorld({ folder })).rejects.toMatchObject({ code: 'folder_held' })
  await expect(rm(begun)).rejects.toMatchObject({ code: 'ENOENT' })
  await lock.release()
})

it('ends with its process, however that ends', async () => {
  // another process, which takes the lock in the same way and says when it has it
  const script = `
    const sqlite3 = require('sqlite3')
    const db = new sqlite3.Database(${JSON.stringify(join(folder, 'lock.sqlite'))}, () =>
      db.exec('BEGIN EXCLUSIVE', () => { console.log('held'); setInterval(() => {}, 1000) }))`
  const child = spawn(process.execPath, ['-e', script], { stdio: ['ignore', 'pipe', 'inherit'] })
  await new Promise(resolve => child.stdout.once('data', resolve))
  await expect(lockFolder(folder)).rejects.toMatchObject({ code: 'folder_held' })
  const ended = new Promise(resolve => child.once('exit', resolve))
  child.kill('SIGKILL')
  await ended
  await (await lockFolder(folder)).release()
})

it('says that a folder cannot be written, and why', async () => {
  const taken = join(folder, 'a file')
  await writeFile(taken, 'x')
  await expect(lockFolder(join(taken, 'data'))).rejects.toMatchObject({
    code: 'folder_closed',
    message: expect.stringMatching(/cannot be written.*ENOTDIR.*set OPPEN_DATA/),
  })
})
