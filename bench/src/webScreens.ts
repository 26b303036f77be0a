import { Person } from '@oppen/demo'
import { firstLoad } from './firstLoad.js'
import { answers, firstPaints } from './web.js'

/** What a browser is allowed: the script of the first load in bytes, an answer in milliseconds, the rest as ratios. */
const SCRIPT = 130_000
const ANSWER = 100
const TIMES_BARE = 2
const SHIFT = 0.02

/** Measures the screens as a browser shows them. Prints each figure, and gives the names of what was missed. */
export async function webUnderLens(
  address: string,
  out: string,
  print: (line: string) => void,
): Promise<string[]> {
  const missed: string[] = []
  const ada = await new Person(address).signIn('ada.moreno')
  const varga = await new Person(address).signIn('ms.varga')
  const { teaching } = await varga.get('seeToday', {})
  const [work, classId] = teaching
    .flatMap(one => one.works.map(work => [work, one.classId] as const))
    .find(([{ title }]) => title.startsWith('Rainfall log')) ?? [undefined, undefined]
  if (!work) throw new Error('there is nothing to mark')
  const marking = `/c/${classId}/work/${work.id}/marking`
  const week = await ada.get('seeWeek', { classId, week: '2026-10-12' })
  const screens = [
    { name: 'Today', path: '/today', data: await ada.get('seeToday', {}), cookie: ada.cookie },
    { name: 'Week', path: `/c/${classId}/week`, data: week, cookie: ada.cookie },
    {
      name: 'Topics',
      path: `/c/${classId}/topics`,
      data: await ada.get('seeTopics', { classId }),
      cookie: ada.cookie,
    },
    {
      name: 'Marking',
      path: marking,
      data: await varga.get('seeMarking', { classId, workId: work.id }),
      cookie: varga.cookie,
    },
  ]
  await firstPaints(address, screens, out, ({ name, slowed, ours, bare, shift }) => {
    const ratio = ours / bare
    print(
      `${name}${slowed > 1 ? `, slowed ${slowed} times` : ''}: largest text after ${ours.toFixed(0)} ms, ${ratio.toFixed(2)} of a bare page with the same data (${bare.toFixed(0)} ms; at most ${TIMES_BARE.toFixed(2)}); layout shift ${shift.toFixed(3)} (under ${SHIFT})`,
    )
    if (!(ratio <= TIMES_BARE)) missed.push(`first paint of ${name}`)
    if (!(shift < SHIFT)) missed.push(`layout shift of ${name}`)
  })
  const given = await answers(address, { cookie: varga.cookie, marking })
  for (const { what, ms } of given) print(`${what}: ${ms} ms`)
  const slowest = Math.max(...given.map(one => one.ms))
  print(`slowest answer to a key or press, slowed four times: ${slowest} ms (at most ${ANSWER})`)
  if (!(slowest <= ANSWER)) missed.push('answers to keys and presses')
  const { script, later, outside } = await firstLoad(address, ada.cookie)
  print(
    `script that Today waits for: ${(script / 1000).toFixed(1)} kB (at most ${SCRIPT / 1000} kB), then ${(later / 1000).toFixed(1)} kB; from outside: ${outside.length}`,
  )
  if (script > SCRIPT || outside.length) missed.push('first load')
  return missed
}
