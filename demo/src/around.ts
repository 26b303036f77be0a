import { addEntry } from '@oppen/server/features/calendar/entries'
import type { World } from '@oppen/server/world'
import type { DemoSchool } from './demoSchool.js'

/** What stands around the work: own notes in calendars. */
export async function around(world: World, { teachers, pupils, families }: DemoSchool): Promise<void> {
  const day = (title: string, from: string, more = {}) => ({
    title,
    note: '',
    from,
    to: from,
    starts: null,
    ends: null,
    ...more,
  })
  await addEntry(
    world,
    teachers.varga,
    day('Fetch seed trays', '2026-10-15', { starts: '08:00', ends: '08:30' }),
  )
  await addEntry(
    world,
    teachers.varga,
    day('Evening with the families', '2026-10-21', {
      starts: '18:30',
      ends: '20:00',
      note: 'Hall; bring the gauges',
    }),
  )
  const ada = pupils.get('Ada Moreno')
  if (ada) {
    await addEntry(world, ada, day('Dentist', '2026-10-16', { starts: '15:00', ends: '15:45' }))
    await addEntry(world, ada, day('At Grandma’s', '2026-10-24', { to: '2026-10-25' }))
  }
  const moreno = families.get('Mr Moreno')
  if (moreno)
    await addEntry(world, moreno, day('Swimming, both', '2026-10-17', { starts: '10:00', ends: '11:00' }))
}
