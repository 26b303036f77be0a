import { readdir, readFile } from 'node:fs/promises'
import { join } from 'node:path'
import type { TestServer } from '@oppen/demo'
import PostalMime from 'postal-mime'

/** Everything that was sent so far, the oldest first, as an independent parser reads it. */
export async function sentMails({ folder }: Pick<TestServer, 'folder'>) {
  const outbox = join(folder, 'outbox')
  const files = await readdir(outbox).catch(() => [])
  const all = await Promise.all(files.map(async name => PostalMime.parse(await readFile(join(outbox, name)))))
  return all.sort((one, other) => String(one.date).localeCompare(String(other.date)))
}

/** Gives somebody an address, as if they had confirmed it. */
export const giveAddress = ({ world }: Pick<TestServer, 'world'>, userName: string) =>
  world.db.write(() =>
    world.db.run('update accounts set email = $email where user_name = $userName', {
      email: `${userName}@mail.example`,
      userName,
    }),
  )
