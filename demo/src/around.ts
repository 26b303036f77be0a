import type { ListedWordId } from '@oppen/core/ids'
import type { fixedClock } from '@oppen/server/clock'
import { setBirthday } from '@oppen/server/features/about/birthday'
import { saveClassFile } from '@oppen/server/features/about/files'
import { setLinks, writePage } from '@oppen/server/features/about/pages'
import { addEntry } from '@oppen/server/features/calendar/entries'
import { saveListedWord } from '@oppen/server/features/wordList/service'
import type { World } from '@oppen/server/world'
import { at } from './builders.js'
import type { DemoSchool } from './demoSchool.js'
import { BEDS, picture } from './pictures.js'

type FixedClock = ReturnType<typeof fixedClock>

/** What stands around the work: what a class says of itself, and own notes in calendars. */
export async function around(world: World, clock: FixedClock, school: DemoSchool): Promise<void> {
  clock.moveTo(at(world, '2026-09-08T16:10'))
  await aboutGarden(world, school)
  clock.moveTo(at(world, '2026-10-09T15:05'))
  await listWords(world, school)
  await newsletter(world, school)
  await birthdays(world, school)
  clock.moveTo(at(world, '2026-10-12T07:50'))
  await notes(world, school)
}

const NO_TIMES = { times: [], month: null }

async function aboutGarden(world: World, { garden, words, teachers }: DemoSchool): Promise<void> {
  const { classId } = garden
  const write = (page: Parameters<typeof writePage>[3]) => writePage(world, teachers.varga, classId, page)
  await setLinks(world, classId, [
    { title: 'Tide tables', url: 'https://tides.example/tern-hollow' },
    { title: 'Count the birds', url: 'https://birds.example/count' },
  ])
  await write({
    kind: 'about',
    title: 'Who we are',
    html: '<p>Twenty-four of us, a shed, six beds and a hill that is wetter than the harbour. On Wednesdays all of us are in the garden; on the other days Heron and Wren take turns in the lab and on the hill.</p><p>Ms Varga is in the lab from 08:15. Ask anything in Talk: somebody else wonders too.</p>',
    ...NO_TIMES,
  })
  await write({
    kind: 'rules',
    title: 'How we work together',
    html: '<ol><li>Write down what you see before what you think.</li><li>Tools go back clean, to the hook with their shape.</li><li>Nobody walks over a bed.</li><li>A wrong measurement is kept, with a note why.</li></ol>',
    ...NO_TIMES,
  })
  await write({
    kind: 'times',
    title: 'The times of the day',
    html: '',
    month: null,
    times: [
      { starts: '08:45', ends: '09:00', what: 'Doors open, coats and boots' },
      { starts: '09:00', ends: '10:30', what: 'First lessons' },
      { starts: '10:30', ends: '10:45', what: 'Break' },
      { starts: '10:45', ends: '12:15', what: 'Second lessons' },
      { starts: '12:15', ends: '13:15', what: 'Lunch' },
      { starts: '13:15', ends: '15:00', what: 'Third lessons' },
      { starts: '15:30', ends: '16:30', what: 'Garden (Wednesday), clubs (other days)' },
    ],
  })
  const plan = await world.files.keepBytes(await picture(BEDS))
  await saveClassFile(world, teachers.varga, classId, {
    name: 'The six beds.png',
    hash: plan,
    type: 'image/png',
    size: (await picture(BEDS)).length,
  })
  await writePage(world, teachers.varga, words.classId, {
    kind: 'about',
    title: 'Who we are',
    html: '<p>We read aloud, we write a little every day, and we keep the drafts.</p>',
    ...NO_TIMES,
  })
}

/** Words of the garden with what they mean, in the languages of some of its families. */
async function listWords(world: World, { garden, teachers }: DemoSchool): Promise<void> {
  const words = [
    {
      word: 'compost',
      meaning: 'What leaves and peel become when they rot. Plants eat it.',
      example: 'The compost in bed three is warm inside.',
      translations: [
        { language: 'pt', word: 'composto' },
        { language: 'uk', word: 'компост' },
      ],
    },
    {
      word: 'rainfall',
      meaning: 'How much rain has come down, in millimetres.',
      example: 'The rainfall on the hill was 14 mm.',
      translations: [
        { language: 'pt', word: 'chuva caída' },
        { language: 'uk', word: 'кількість опадів' },
      ],
    },
    {
      word: 'gauge',
      meaning: 'A thing that measures: a rain gauge measures rain.',
      example: 'Read the gauge at eye level.',
      translations: [{ language: 'pt', word: 'medidor' }],
    },
    {
      word: 'harbour',
      meaning: 'Where boats are safe from the waves.',
      example: '',
      translations: [
        { language: 'pt', word: 'porto' },
        { language: 'uk', word: 'гавань' },
      ],
    },
  ] as const
  for (const [index, word] of words.entries())
    await saveListedWord(
      world,
      teachers.varga,
      { classId: garden.classId, wordId: `word-${index + 1}` as ListedWordId },
      word,
    )
}

async function newsletter(world: World, { garden, teachers }: DemoSchool): Promise<void> {
  const write = (title: string, month: string, html: string) =>
    writePage(world, teachers.varga, garden.classId, { kind: 'newsletter', title, month, html, times: [] })
  await write(
    'September in the garden',
    '2026-09',
    '<p>The gauges are up, the broad beans are in, and bed four has a mole. Thank you to the families who brought jars: we counted thirty-one.</p>',
  )
  await write(
    'October in the garden',
    '2026-10',
    '<p>This month we read the gauges every day and ask why the hill is wetter than the harbour.</p><ul><li>Boots on Thursdays and Fridays, please.</li><li>The autumn break is 26 to 30 October; somebody has to water the seedlings.</li><li>The families’ evening is on Wednesday 21 October, 18:30, in the hall.</li></ul>',
  )
}

/** Six of the class show their birthdays; Ada has not. */
async function birthdays(world: World, { pupils }: DemoSchool): Promise<void> {
  const shown: [string, number, number][] = [
    ['Bram Okoye', 14, 10],
    ['Lena Osei', 29, 10],
    ['Goran Pell', 3, 12],
    ['Nia Falk', 29, 2],
    ['Hana Birk', 17, 5],
    ['Milo Traub', 2, 9],
  ]
  for (const [name, day, month] of shown) {
    const pupil = pupils.get(name)
    if (pupil) await setBirthday(world, pupil, { day, month })
  }
}

async function notes(world: World, { teachers, pupils, families }: DemoSchool): Promise<void> {
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
