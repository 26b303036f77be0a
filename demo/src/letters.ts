import type { ConversationId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import type { fixedClock } from '@oppen/server/clock'
import { setMailChoices } from '@oppen/server/features/mail/choices'
import { setLetterHours, writeLetter } from '@oppen/server/features/talk/letters'
import { writeMessage } from '@oppen/server/features/talk/messages'
import { markSeen } from '@oppen/server/features/talk/reading'
import type { World } from '@oppen/server/world'
import { at, placeOf } from './builders.js'
import type { DemoSchool } from './demoSchool.js'
import { pupilOf } from './talking.js'

/** Letters of Garden Science: of a family, of a pupil, and one of the teacher to a family that has not read it yet. */
export async function letters(
  world: World,
  clock: ReturnType<typeof fixedClock>,
  school: DemoSchool,
): Promise<void> {
  const { garden, teachers } = school
  const { varga } = teachers
  const { classId } = garden
  const family = (name: string): Viewer => {
    const found = school.families.get(name)
    if (!found) throw new Error(`${name} is not in the school`)
    return found
  }
  const begin = async (by: Viewer, to: Viewer, when: string, title: string, text: string, of?: string) => {
    clock.moveTo(at(world, when))
    const placeId = of ? placeOf(garden, of).placeId : null
    const form = { title, to: [to.accountId], html: `<p>${text}</p>`, placeId }
    return (await writeLetter(world, by, classId, form)).letterId
  }
  const answer = async (by: Viewer, conversationId: ConversationId, when: string, text: string) => {
    clock.moveTo(at(world, when))
    await markSeen(world, by, { spaceId: classId, conversationId }, Number.MAX_SAFE_INTEGER)
    await writeMessage(world, by, { spaceId: classId, conversationId }, { html: `<p>${text}</p>` })
  }
  clock.moveTo(at(world, '2026-09-21T09:30'))
  const hours = { days: [1, 2, 3, 4, 5], from: '08:00', until: '17:00' }
  await setLetterHours(world, varga, { hours, word: 'I answer on school days.' })
  const moreno = family('Mr Moreno')
  // on Friday the week in short goes to this address, and copies of letters do at once
  await world.db.write(() =>
    world.db.run('update accounts set email = $email where id = $id', {
      email: 'moreno.home@mail.example',
      id: moreno.accountId,
    }),
  )
  await setMailChoices(world, moreno, { digest: true, letters: true })
  const dentist = await begin(
    moreno,
    varga,
    '2026-10-12T19:40',
    'Ada on Thursday',
    'Ada has a dentist’s appointment on Thursday at ten and misses the walk to the hill. Can she read the gauges another day?',
    'Ada Moreno',
  )
  await answer(
    varga,
    dentist,
    '2026-10-13T08:10',
    'Of course. She can go with the other group on Friday, and copies the first readings from Lena.',
  )
  const shed = await begin(
    pupilOf(school, 'Nia Falk'),
    varga,
    '2026-10-13T16:05',
    'The key of the shed',
    'I think I left my notebook in the shed. Can I fetch it before the lesson?',
  )
  await answer(varga, shed, '2026-10-14T07:55', 'It lies on my desk. Well described readings, by the way!')
  await begin(
    varga,
    family('Ms Okoye'),
    '2026-10-14T14:30',
    'Bram’s report',
    'Bram has a question about his rain log that he did not want to ask aloud. Would you look at page 2 with him?',
    'Bram Okoye',
  )
}
