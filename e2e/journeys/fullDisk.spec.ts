import { createHash, randomBytes } from 'node:crypto'
import { expect, test } from '@playwright/test'
import { accessible, bar, device, editor, signIn } from '../people.js'
import { School, SMALL_DISKS } from '../school.js'

const NAME = 'Why the hill is wetter than the harbour'
const SAVED = /^Saved \d\d:\d\d$/

test('while the disk of the server is full nothing is lost, and all of it arrives when there is room', async ({
  browser,
}) => {
  test.skip(!SMALL_DISKS, 'this system gives no disks of their own')
  const school = await School.open({ room: 40 })
  const { page, context } = await device(browser, school.address)
  await signIn(page, 'ada.moreno')
  await page
    .getByRole('link', { name: new RegExp(NAME) })
    .first()
    .click()
  await editor(page, NAME).pressSequentially('Wet air')
  await expect(bar(page)).toHaveText(SAVED)

  const other = await device(browser, school.address)
  await signIn(other.page, 'bram.okoye')

  const free = await school.fillDisk()
  await editor(page, NAME).pressSequentially(' climbs the hill.')
  await expect(bar(page)).toHaveText(/^Not saved: the server’s disk is full\./)
  const sound = Buffer.concat([wav(), randomBytes(900_000)])
  await page
    .getByLabel('Add a photo or file')
    .setInputFiles({ name: 'rain.wav', mimeType: 'audio/wav', buffer: sound })
  await expect(page.getByText('Waiting for the connection.')).toBeVisible()
  await expect(page.getByText(/The server’s disk is full/).first()).toBeVisible()
  await accessible(page)
  // what is there can still be read
  await other.page
    .getByRole('link', { name: new RegExp(NAME) })
    .first()
    .click()
  await expect(editor(other.page, NAME)).toBeVisible()
  // who hands in now sees it wait
  await page.getByRole('button', { name: 'Hand in', exact: true }).click()
  await page.getByRole('button', { name: 'Hand in now' }).click()
  await expect(bar(page)).toHaveText(/^You handed in/)

  await free()
  await expect(bar(page)).toHaveText(/Handed in \w{3} \d\d:\d\d\. Your teacher has it\.$/, {
    timeout: 60_000,
  })
  await expect(page.getByText('Wet air climbs the hill.')).toBeVisible()
  const address = await page.getByLabel('rain.wav').getAttribute('src')
  const kept = await (await page.request.get(address ?? '')).body()
  expect(createHash('sha256').update(kept).digest('hex')).toBe(
    createHash('sha256').update(sound).digest('hex'),
  )
  await context.close()
  await other.context.close()
  await school.close()
})

/** The head of a sound of one channel at 8 kHz. */
function wav(): Buffer {
  const head = Buffer.alloc(44)
  head.write('RIFF', 0)
  head.writeUInt32LE(36 + 900_000, 4)
  head.write('WAVEfmt ', 8)
  head.writeUInt32LE(16, 16)
  head.writeUInt16LE(1, 20)
  head.writeUInt16LE(1, 22)
  head.writeUInt32LE(8000, 24)
  head.writeUInt32LE(8000, 28)
  head.writeUInt16LE(1, 32)
  head.writeUInt16LE(8, 34)
  head.write('data', 36)
  head.writeUInt32LE(900_000, 40)
  return head
}
