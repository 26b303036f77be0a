import { spawnSync } from 'node:child_process'
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, it } from 'vitest'

/** A disk of its own, in memory and gone with the command, where Linux lets people make one. */
const UNSHARE = ['--user', '--map-root-user', '--mount']
const canMount = spawnSync('unshare', [...UNSHARE, 'true']).status === 0

it.skipIf(!canMount)(
  'starts again and again on a disk that is full: what is there can be read, and writing is refused in words',
  async () => {
    const disk = await mkdtemp(join(tmpdir(), 'oppen-full-'))
    const script = 'mount -t tmpfs -o size=24m tmpfs "$0" && exec "$@"'
    const run = [process.execPath, '--import', 'tsx', 'server/src/testing/onFullDisk.ts', join(disk, 'data')]
    const { stdout, stderr } = spawnSync('unshare', [...UNSHARE, 'sh', '-c', script, disk, ...run], {
      cwd: join(import.meta.dirname, '..', '..'),
      encoding: 'utf8',
    })
    expect(stdout + stderr).toMatch(/start 1: 1 place, disk_full\nstart 2: 1 place, disk_full\n/)
    await rm(disk, { recursive: true })
  },
)
