import type { Question, WorkForm } from '@oppen/contract'
import type { TimeRule } from '@oppen/core/timing'
import { lessonRule } from './forms.js'

/** One work of the demo. Days are dates of autumn 2026, times are the school's. */
export type PlannedWork = {
  readonly title: string
  readonly posted: string
  readonly due: string
  readonly opens?: string
  readonly closes?: string
  readonly points?: string
  readonly minutes?: number
  readonly kind?: WorkForm['kind']
  /** The Monday of its week. */
  readonly week?: string
  readonly lane?: WorkForm['lane']
  readonly category?: string
  readonly links?: WorkForm['links']
  readonly question?: Question
  /** What holds in place of the fixed times, where work follows lessons. */
  readonly rules?: { readonly opens?: TimeRule; readonly due?: TimeRule }
  readonly directions: string
  readonly template?: string
  /** What pupils of the demo answer. */
  readonly answers: readonly string[]
}

export type PlannedClass = {
  readonly name: string
  readonly topics: Readonly<Record<string, readonly PlannedWork[]>>
}

const LOG_ROWS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri']

const logTable = (rows: readonly (readonly [string, string])[]) =>
  `<table><tbody><tr><th><p>Day</p></th><th><p>Reading (mm)</p></th><th><p>Weather at 08:30</p></th></tr>${LOG_ROWS.map(
    (day, index) =>
      `<tr><td><p>${day}</p></td><td><p>${rows[index]?.[0] ?? ''}</p></td><td><p>${rows[index]?.[1] ?? ''}</p></td></tr>`,
  ).join('')}</tbody></table>`

export const ADAS_LOG = `${logTable([
  ['4', 'drizzle, no wind'],
  ['11', 'heavy, then clear'],
  ['0', 'bright'],
  ['2', 'mist'],
  ['3', 'light rain'],
])}<p>The mean is (4 + 11 + 0 + 2 + 3) ÷ 5 = 4 mm. Tuesday is not typical, because one storm gave more than half of the week’s rain.</p>`

const weatherWatch: PlannedWork[] = [
  {
    title: 'Build a rain gauge',
    week: '2026-09-14',
    lane: 'followUp',
    category: 'Making',
    posted: '2026-09-14T09:00',
    due: '2026-09-18T17:00',
    closes: '2026-09-25T17:00',
    points: '10',
    minutes: 30,
    directions:
      '<p>Cut the bottle where the sides are straight, turn the top over into it and mark every <strong>5 mm</strong> with a ruler.</p><ul><li>Draw what you made.</li><li>Say why the top is turned over.</li></ul>',
    answers: [
      '<p>The top makes a funnel, so rain runs in and does not dry out as fast. I taped a paper ruler to the side.</p>',
      '<p>We cut it 10 cm from the top. The funnel keeps leaves out. My first mark was wrong because the bottom is round.</p>',
    ],
  },
  {
    title: 'Cloud names and what they bring',
    week: '2026-09-21',
    lane: 'followUp',
    category: 'Field notes',
    posted: '2026-09-21T09:00',
    due: '2026-09-25T17:00',
    points: '12',
    minutes: 20,
    directions:
      '<p>Look up three times on one day. Name each cloud and say what weather came within the hour.</p>',
    answers: [
      '<p>08:30 cumulus, nothing came. 12:10 cumulus, bigger. 15:40 nimbus and then it rained for twenty minutes.</p>',
      '<p>Only stratus all day, grey like a lid. It drizzled at break.</p>',
    ],
  },
  {
    title: 'Bean height chart',
    week: '2026-10-05',
    lane: 'followUp',
    category: 'Field notes',
    posted: '2026-10-01T09:00',
    due: '2026-10-08T17:00',
    points: '10',
    minutes: 25,
    directions:
      '<p>Draw a chart of your bean’s height over seven days. Label both axes and say in one sentence what the chart shows.</p>',
    answers: [
      '<p>Day 1: 2 mm, day 3: 9 mm, day 5: 21 mm, day 7: 40 mm. It grows faster each day, not the same each day.</p>',
      '<p>My bean grew 38 mm in a week. On the cold day it almost stopped.</p>',
    ],
  },
  {
    title: 'Rainfall log, days 1–5',
    week: '2026-10-12',
    lane: 'followUp',
    category: 'Field notes',
    posted: '2026-10-05T09:00',
    due: '2026-10-16T17:00',
    points: '10',
    minutes: 25,
    directions:
      '<p>Read the gauge every morning at 08:30, to the nearest millimetre, and fill in the table. Then:</p><ol><li>work out the <strong>mean</strong> of the five readings,</li><li>say which day was <em>not typical</em> and why.</li></ol>',
    template: `${logTable([])}<p>The mean is …</p>`,
    answers: [
      ADAS_LOG,
      `${logTable([
        ['5', 'rain'],
        ['9', 'storm'],
        ['0', 'sun'],
        ['1', 'fog'],
        ['3', 'showers'],
      ])}<p>The mean is 18 ÷ 5 = 3.6 mm. Tuesday stands out.</p>`,
    ],
  },
  {
    title: 'Why the hill is wetter than the harbour',
    week: '2026-10-12',
    lane: 'getReady',
    rules: { due: lessonRule('start', 3) },
    posted: '2026-10-12T08:30',
    due: '2026-10-15T13:30',
    minutes: 15,
    directions:
      '<p>Read the page about the hill behind the harbour and answer in your own words: where does the rain go, and why does so little of it reach the boats?</p>',
    answers: [
      '<p>The wind pushes wet air up the hill. It gets cold and has to drop its rain before the harbour.</p>',
    ],
  },
  {
    kind: 'question',
    question: {
      choices: ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday'],
      several: false,
      shown: 'afterOwn',
    },
    title: 'Which day was not typical?',
    week: '2026-10-12',
    lane: 'lesson',
    rules: { opens: lessonRule('start', 3), due: lessonRule('end', 3) },
    posted: '2026-10-12T08:40',
    opens: '2026-10-15T13:30',
    due: '2026-10-15T14:15',
    minutes: 10,
    directions: '<p>In the lesson: choose a day of the log, and defend your choice.</p>',
    answers: [],
  },
]

/** To read or watch, and nothing to hand in. */
const handouts: PlannedWork[] = [
  {
    kind: 'handout',
    title: 'Reading a rain gauge',
    week: '2026-10-12',
    lane: 'getReady',
    posted: '2026-10-09T15:00',
    due: '2026-10-12T10:15',
    rules: { due: lessonRule('start', 1) },
    minutes: 8,
    directions:
      '<p>Keep your eye level with the water and read at the <strong>bottom</strong> of the curve. Look at the three pictures: which one would you read as 7 mm?</p>',
    links: [{ title: 'Three gauges to read', url: 'https://weather.example/gauges' }],
    answers: [],
  },
  {
    kind: 'handout',
    title: 'Gauge diagram',
    week: '2026-10-12',
    lane: 'lesson',
    posted: '2026-10-09T15:05',
    due: '2026-10-12T11:45',
    rules: { opens: lessonRule('start', 1), due: lessonRule('end', 1) },
    directions: '<p>The parts of our gauge and what each is for. Keep it in your jotter.</p>',
    answers: [],
  },
]

const soil: PlannedWork[] = [
  {
    title: 'Soil jar drawing',
    week: '2026-10-12',
    lane: 'followUp',
    category: 'Field notes',
    posted: '2026-10-05T09:30',
    due: '2026-10-12T17:00',
    points: '10',
    minutes: 20,
    directions:
      '<p>Shake the jar, let it stand for a day and draw the layers. Label <strong>gravel, sand, silt</strong> and <strong>clay</strong>, and measure each layer in millimetres. A photo of the jar is welcome.</p>',
    answers: [
      '<p>Gravel 4 mm, sand 22 mm, silt 15 mm, clay 6 mm. The water stayed brown for the whole day.</p>',
      '<p>There are four layers. The biggest is sand, 25 mm. Some leaves floated.</p>',
    ],
  },
  {
    title: 'What lives in a handful',
    week: '2026-09-28',
    lane: 'followUp',
    category: 'Field notes',
    posted: '2026-09-21T09:30',
    due: '2026-09-29T17:00',
    closes: '2026-10-06T17:00',
    points: '15',
    minutes: 30,
    directions: '<p>Count what moves in one handful of soil from under the hedge. Put everything back.</p>',
    answers: [
      '<p>7 worms, 3 woodlice, 1 beetle and something with many legs that ran away before I could count them.</p>',
      '<p>2 worms, 11 springtails. I used the lens.</p>',
    ],
  },
  {
    title: 'Seed packet detective',
    week: '2026-09-28',
    lane: 'followUp',
    posted: '2026-09-28T09:00',
    due: '2026-10-02T17:00',
    points: '8',
    minutes: 15,
    directions:
      '<p>What do the numbers on a seed packet mean? Explain four of them to someone in Year 3.</p>',
    answers: [
      '<p>The spacing says how much room each plant needs. The depth is how far down you press it.</p>',
    ],
  },
]

const plot: PlannedWork[] = [
  {
    title: 'Plan one square metre',
    week: '2026-10-19',
    lane: 'followUp',
    category: 'Making',
    posted: '2026-10-13T09:00',
    due: '2026-10-20T17:00',
    points: '20',
    minutes: 40,
    directions:
      '<p>Plan what grows in your square metre from October to June. Say what each plant needs from its neighbour.</p>',
    template:
      '<h2>My square metre</h2><p>In the middle: </p><p>At the edges: </p><h2>Who helps whom</h2><p></p>',
    answers: ['<h2>My square metre</h2><p>In the middle: broad beans. At the edges: garlic.</p>'],
  },
]

export const GARDEN: PlannedClass = {
  name: 'Garden Science',
  topics: {
    'Weather watch': [...weatherWatch, ...handouts],
    'Soil and seeds': soil,
    'The kitchen plot': plot,
  },
}

export const NUMBERS: PlannedClass = {
  name: 'Numbers & Measures',
  topics: {
    'Means and medians': [
      {
        title: 'Means from a table',
        week: '2026-10-12',
        lane: 'followUp',
        posted: '2026-10-12T10:00',
        due: '2026-10-15T13:30',
        points: '6',
        minutes: 10,
        directions: '<p>Six tables, six means. Show one line of working for each.</p>',
        answers: ['<p>1) 24 ÷ 4 = 6. 2) 35 ÷ 5 = 7.</p>'],
      },
      {
        title: 'The middle of the class',
        week: '2026-09-28',
        lane: 'followUp',
        posted: '2026-09-28T10:00',
        due: '2026-10-05T17:00',
        points: '10',
        minutes: 20,
        directions:
          '<p>Measure ten hand spans, find the median, and say when you would rather have the mean.</p>',
        answers: ['<p>The median is 15.5 cm. The mean was 16.1 because of one very large hand.</p>'],
      },
    ],
    'Length and area': [
      {
        title: 'How long is the corridor?',
        week: '2026-09-14',
        lane: 'followUp',
        posted: '2026-09-14T10:00',
        due: '2026-09-21T17:00',
        points: '10',
        minutes: 20,
        directions: '<p>Estimate, then measure in two different ways. Which do you trust?</p>',
        answers: ['<p>I guessed 40 m. With steps 36 m, with the tape 37.4 m. I trust the tape.</p>'],
      },
      {
        title: 'Area of an odd leaf',
        week: '2026-10-12',
        lane: 'followUp',
        posted: '2026-10-13T10:00',
        due: '2026-10-19T17:00',
        points: '12',
        minutes: 25,
        directions:
          '<p>Draw round a leaf on squared paper. Find its area to the nearest square centimetre.</p>',
        answers: ['<p>23 whole squares and 14 halves: about 30 cm².</p>'],
      },
    ],
  },
}

export const WORDS: PlannedClass = {
  name: 'Words & Stories',
  topics: {
    'Describing a place': [
      {
        title: 'The quay at low tide',
        week: '2026-09-28',
        lane: 'followUp',
        posted: '2026-09-22T11:00',
        due: '2026-09-30T17:00',
        points: '20',
        minutes: 35,
        directions:
          '<p>Describe the quay at low tide with all five senses. No sentence may begin with “There”.</p>',
        answers: [
          '<p>Mud breathes out when the water leaves. Ropes hang like wet hair, and the gulls argue over nothing.</p>',
        ],
      },
      {
        title: 'A room without its people',
        week: '2026-10-12',
        lane: 'followUp',
        posted: '2026-10-08T11:00',
        due: '2026-10-15T17:00',
        points: '20',
        minutes: 30,
        directions: '<p>Describe a room so that we know who lives there, without ever meeting them.</p>',
        answers: ['<p>Three odd socks dry on the radiator. The kettle is still warm.</p>'],
      },
    ],
    'Reading aloud': [
      {
        title: 'Choose a page to read to Year 2',
        week: '2026-10-12',
        lane: 'getReady',
        posted: '2026-10-06T11:00',
        due: '2026-10-13T17:00',
        minutes: 15,
        directions: '<p>Copy the page you chose and mark where you will slow down.</p>',
        answers: ['<p>I will slow down at “and the door was open”.</p>'],
      },
    ],
  },
}
