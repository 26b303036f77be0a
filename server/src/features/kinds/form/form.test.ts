import type { FormDetails } from '@oppen/contract'
import type { WorkId } from '@oppen/core/ids'
import type { Answer } from '@oppen/core/questions'
import type { FormQuestion } from '@oppen/core/work/kinds/form'
import {
  buildAccount,
  buildWork,
  follow,
  formWith,
  type Person,
  submissionOf,
  type TwoGroups,
  twoGroups,
} from '@oppen/demo'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { formPage } from './page.js'

let school: TwoGroups
beforeEach(async () => {
  school = await twoGroups()
})
afterEach(() => school.stop())

const head = { prompt: '<p>Which?</p>', hint: null, points: 0, draws: [], required: true }
const CLUB: FormQuestion = {
  ...head,
  id: 'club',
  kind: 'one',
  ask: {
    mixed: false,
    choices: [
      { id: 'a', text: 'Beans' },
      { id: 'b', text: 'Kites' },
    ],
  },
}
const WHY: FormQuestion = { ...head, id: 'why', kind: 'text', ask: {}, required: false }

const make = (change: Partial<FormDetails> = {}) =>
  buildWork(school.world, school.built, {
    kind: 'form',
    title: 'Which club?',
    due: '2026-10-15T17:00',
    closes: '2026-10-16T17:00',
    form: formWith([CLUB, WHY], change),
  })
const of = (workId: WorkId, name = 'Anna Reyes') => submissionOf(school.built, workId, name)
const whole = (workId: WorkId) => ({ classId: school.built.classId, workId })
const takes = (choice: string): Record<string, Answer> => ({ club: { kind: 'one', choice } })
const receipt = (name: string) => name.padEnd(40, '0')
const answer = (who: Person, at: ReturnType<typeof of>, choice = 'a', by = 'anna') =>
  who.ask('answerForm', at, { answers: takes(choice), receipt: receipt(by) })
const rows = (workId: WorkId) =>
  school.world.db.rows<Record<string, unknown>>('select * from form_answers where work_id = $workId', {
    workId,
  })

describe('a form with names', () => {
  it('is answered in one go, once however often it is sent, and changed until it closes', async () => {
    const workId = await make()
    const at = of(workId)
    expect(await school.anna.get('seeForm', at)).toMatchObject({
      side: 'pupil',
      answered: false,
      answers: null,
    })
    const both = await Promise.all([answer(school.anna, at), answer(school.anna, at)])
    expect(both.map(({ status }) => status)).toEqual([200, 200])
    expect(await rows(workId)).toHaveLength(1)
    expect((await school.anna.get('seeSubmission', at)).status.phase).toBe('started')
    await answer(school.anna, at, 'b')
    expect(await school.anna.get('seeForm', at)).toMatchObject({ answered: true, answers: takes('b') })
    const results = await school.teacher.get('seeFormResults', whole(workId))
    expect(results).toMatchObject({ total: 1, shown: 1, named: true })
    expect(results.questions[0]?.counts).toMatchObject({ choices: [{ count: 0 }, { count: 1 }] })
    expect(results.people.find(({ name }) => name === 'Anna Reyes')).toMatchObject({
      pupil: true,
      family: false,
      answers: [{ side: 'pupil', by: 'Anna Reyes', texts: { club: 'Kites' } }],
    })
    school.clock.moveTo(school.clock.now() + 9 * 24 * 3_600_000)
    expect(await answer(school.anna, at, 'a')).toMatchObject({ error: { code: 'work_closed' } })
  })

  it('is refused with the question that lacks an answer, and nothing is stored', async () => {
    const workId = await make()
    const reply = await school.anna.ask('answerForm', of(workId), {
      answers: { why: { kind: 'text', text: 'Wind' } },
      receipt: receipt('anna'),
    })
    expect(reply).toMatchObject({
      error: { code: 'form_unanswered', path: 'answers.club', params: { number: 1 } },
    })
    expect(await rows(workId)).toHaveLength(0)
    expect((await school.anna.get('seeSubmission', of(workId))).status.phase).toBe('untouched')
    const huge = {
      club: { kind: 'one', choice: 'a' },
      why: { kind: 'text', text: 'x'.repeat(100_000) },
    } as const
    expect(
      (await school.anna.ask('answerForm', of(workId), { answers: huge, receipt: receipt('anna') })).status,
    ).toBe(422)
  })

  it('is owed by its deadline, is done once it was answered, and is never to be marked', async () => {
    const workId = await make()
    await answer(school.anna, of(workId))
    const today = await school.teacher.get('seeToday', {})
    expect(today.teaching[0]?.works.find(({ id }) => id === workId)).toMatchObject({ in: 1, toMark: 0 })
    // it takes no page, and is not handed in
    expect(await school.anna.ask('handIn', of(workId), { version: 0, ink: null })).toMatchObject({
      error: { code: 'nothing_asked' },
    })
  })
})

it('what was answered with a name goes into the pupil’s own export', async () => {
  const workId = await make()
  expect(await formPage(school.world, of(workId))).toBeNull()
  await school.anna.get('answerForm', of(workId), {
    answers: { ...takes('b'), why: { kind: 'text', text: 'Wind & <rain>' } },
    receipt: receipt('anna'),
  })
  expect(await formPage(school.world, of(workId))).toBe(
    '<ol><li><p>Which?</p><blockquote><p>Kites</p></blockquote></li><li><p>Which?</p><blockquote><p>Wind &amp; &lt;rain&gt;</p></blockquote></li></ol>',
  )
  const zip = await school.anna.fetch(
    `/api/classes/${school.built.classId}/own-work/${of(workId).placeId}/zip`,
    { method: 'GET' },
  )
  expect(zip.status).toBe(200)
  expect(Buffer.from(await zip.arrayBuffer()).toString('latin1')).toContain('answers.html')
  // without a name nobody can tell which it was
  const nameless = await make({ named: false })
  await answer(school.anna, of(nameless))
  expect(await formPage(school.world, of(nameless))).toBeNull()
})

describe('a form for families', () => {
  it('is answered by a family for its child, and by another for another; the pupil’s is finished with it', async () => {
    const workId = await make({ answeredBy: 'families' })
    const at = of(workId)
    expect(await answer(school.anna, at)).toMatchObject({ error: { code: 'form_not_asked' } })
    const before = await school.family.get('seeToday', {})
    expect(before.submissions.find(({ work }) => work.id === workId)).toMatchObject({ familyWaits: true })
    expect(await school.family.get('seeForm', at)).toMatchObject({ side: 'family', answered: false })
    expect((await answer(school.family, at, 'b', 'family')).status).toBe(200)
    expect((await school.anna.get('seeSubmission', at)).status.phase).toBe('started')
    const after = await school.family.get('seeToday', {})
    expect(after.submissions.find(({ work }) => work.id === workId)).toMatchObject({ familyWaits: false })
    // the child sees that, and not what was answered
    expect(await school.anna.get('seeForm', at)).toMatchObject({ answers: null })
    const people = (await school.teacher.get('seeFormResults', whole(workId))).people
    expect(people.find(({ name }) => name === 'Anna Reyes')).toMatchObject({ family: true })
    expect(people.filter(({ family }) => family)).toHaveLength(1)
  })

  it('has one answer of the families of one child, whoever of them gave it last', async () => {
    const workId = await make({ answeredBy: 'both' })
    await follow(
      school.world,
      school.built,
      'Anna Reyes',
      await buildAccount(school.world, 'family', 'Ms Hale'),
    )
    const other = await school.person().signIn('ms.hale')
    await answer(school.family, of(workId), 'a', 'one')
    await answer(other, of(workId), 'b', 'two')
    await answer(school.anna, of(workId), 'a')
    const { total, people } = await school.teacher.get('seeFormResults', whole(workId))
    expect(total).toBe(2)
    const anna = people.find(({ name }) => name === 'Anna Reyes')
    expect(anna).toMatchObject({ pupil: true, family: true })
    expect(anna?.answers.find(({ side }) => side === 'family')?.texts.club).toBe('Kites')
    // whose child it is not cannot answer for it
    expect((await answer(other, of(workId, 'Bo Lund'), 'a', 'no')).status).toBe(404)
  })
})

describe('a form without names', () => {
  it('has no row that ties an answer to a person; who has answered is known by itself', async () => {
    const workId = await make({ named: false, answeredBy: 'both' })
    await answer(school.anna, of(workId), 'b')
    await answer(school.family, of(workId), 'a', 'family')
    const accounts = await school.world.db.rows<{ id: string }>('select id from accounts')
    const places = [...school.built.places.values()].map(({ placeId }) => placeId)
    for (const row of await rows(workId)) {
      expect(row).toMatchObject({ place_id: null, account_id: null, at: null })
      const text = JSON.stringify(row)
      for (const id of [...accounts.map(one => one.id), ...places]) expect(text).not.toContain(id)
    }
    const results = await school.teacher.get('seeFormResults', whole(workId))
    expect(results).toMatchObject({ total: 2, shown: 0 })
    expect(results.people.find(({ name }) => name === 'Anna Reyes')).toMatchObject({
      pupil: true,
      family: true,
      answers: [],
    })
    expect(await school.anna.get('seeForm', of(workId))).toMatchObject({ answered: true, answers: null })
    const csv = await (
      await school.teacher.fetch(`/api/classes/${school.built.classId}/works/${workId}/form/answers.csv`, {
        method: 'GET',
      })
    ).text()
    expect(csv.trim().split('\r\n')).toHaveLength(1)
    school.clock.moveTo(school.clock.now() + 9 * 24 * 3_600_000)
    expect(await school.teacher.get('seeFormResults', whole(workId))).toMatchObject({ shown: 2 })
  })

  it('is changed with the receipt of the device alone, and sent twice it is there once', async () => {
    const workId = await make({ named: false })
    const at = of(workId)
    const both = await Promise.all([answer(school.anna, at, 'a'), answer(school.anna, at, 'a')])
    expect(both.map(({ status }) => status)).toEqual([200, 200])
    await answer(school.anna, at, 'b')
    expect(await rows(workId)).toHaveLength(1)
    expect(JSON.parse(String((await rows(workId))[0]?.answers))).toEqual(takes('b'))
    expect(await answer(school.anna, at, 'a', 'another device')).toMatchObject({
      error: { code: 'form_answered' },
    })
    // whoever has not answered cannot take the place of somebody who has
    expect(await answer(school.bo, of(workId, 'Bo Lund'), 'a', 'anna')).toMatchObject({
      error: { code: 'form_answered' },
    })
    // a receipt is stored as a hash, and that of somebody else opens nothing of theirs for another side
    expect(JSON.stringify(await rows(workId))).not.toContain(receipt('anna'))
  })

  it('keeps what was promised once somebody has answered', async () => {
    const workId = await make({ named: false })
    await answer(school.anna, of(workId))
    const page = await school.teacher.get('seeWork', whole(workId))
    const reply = await school.teacher.ask('changeWork', whole(workId), {
      form: { ...page.form, details: { form: formWith([CLUB, WHY], { named: true }) } },
      version: page.version,
      tell: false,
      post: false,
      alsoIn: [],
    })
    expect(reply).toMatchObject({ error: { code: 'form_names_fixed', path: 'details.form.named' } })
  })
})

it('a form is refused with the question that lacks something, and a draft may lack anything', async () => {
  const bad = { ...CLUB, ask: { mixed: false, choices: [{ id: 'a', text: 'Beans' }] } }
  await expect(
    buildWork(school.world, school.built, { kind: 'form', title: 'x', form: formWith([WHY, bad]) }),
  ).rejects.toMatchObject({ code: 'question_choices', path: 'details.form.questions.1' })
})
