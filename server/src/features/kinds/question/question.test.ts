import type { WorkId } from '@oppen/core/ids'
import { buildWork, type PlainWork, placeOf, submissionOf, type TwoGroups, twoGroups } from '@oppen/demo'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'

let school: TwoGroups
beforeEach(async () => {
  school = await twoGroups()
})
afterEach(() => school.stop())

const make = (change: PlainWork = {}) =>
  buildWork(school.world, school.built, {
    kind: 'question',
    title: 'Which day was odd?',
    due: '2026-10-15T17:00',
    closes: '2026-10-16T17:00',
    question: { choices: [], several: false, shown: 'afterOwn' },
    ...change,
  })
const at = (workId: WorkId) => ({ classId: school.built.classId, workId })
const anna = (workId: WorkId) => submissionOf(school.built, workId, 'Anna Reyes')
const bo = (workId: WorkId) => submissionOf(school.built, workId, 'Bo Lund')
const words = (text: string, version = 0) => ({ text, choices: [], version })

describe('an open question', () => {
  it('is answered, is then with the teacher, and shows what others say', async () => {
    const workId = await make()
    await school.bo.get('answer', bo(workId), words('Tuesday'))
    const before = await school.anna.get('seeAnswers', at(workId))
    expect(before).toMatchObject({ mine: null, shown: false, answers: [], answered: 1, of: 3, notYet: [] })
    expect(await school.anna.get('answer', anna(workId), words(' Friday '))).toMatchObject({
      phase: 'withTeacher',
      handIns: 1,
    })
    const after = await school.anna.get('seeAnswers', at(workId))
    expect(after.mine).toMatchObject({ text: 'Friday', version: 1 })
    expect(after.answers.map(one => [one.name, one.text])).toEqual([['Bo Lund', 'Tuesday']])
    const all = await school.teacher.get('seeAnswers', at(workId))
    expect(all.answers).toHaveLength(2)
    expect(all.notYet).toEqual(['Ada Finn'])
  })

  it('keeps each answer as it was given, until it closes', async () => {
    const workId = await make()
    await school.anna.get('answer', anna(workId), words('Friday'))
    expect(await school.anna.ask('answer', anna(workId), words('Monday'))).toMatchObject({
      error: { code: 'answer_changed' },
    })
    const second = await school.anna.get('answer', anna(workId), words('Mon <day>', 1))
    expect(second.handIns).toBe(2)
    const { handIns } = await school.teacher.get('seeSubmission', anna(workId))
    expect(handIns.map(one => one.html)).toEqual(['<p>Mon &lt;day&gt;</p>', '<p>Friday</p>'])
    school.clock.moveTo(Date.UTC(2026, 9, 16, 16))
    expect(await school.anna.ask('answer', anna(workId), words('Too late', 2))).toMatchObject({
      error: { code: 'work_closed' },
    })
    expect(await school.bo.ask('answer', bo(workId), words('Too late'))).toMatchObject({
      error: { code: 'work_closed' },
    })
  })

  it('is late by so much after its deadline, and not to be changed once it came back', async () => {
    const workId = await make()
    school.clock.moveTo(Date.UTC(2026, 9, 15, 18))
    await school.anna.get('answer', anna(workId), words('Friday'))
    const { status } = await school.anna.get('seeSubmission', anna(workId))
    expect(status.handedInAt).toBe(Date.UTC(2026, 9, 15, 18))
    await school.teacher.get('handBack', anna(workId), { number: 1, mark: null, feedback: 'Yes.' })
    expect(await school.anna.ask('answer', anna(workId), words('Turn away', 1))).toMatchObject({
      status: 409,
    })
  })

  it('has room for an answer alone: no page, no file, no ink', async () => {
    const workId = await make()
    const nothingElse = { error: { code: 'content_not_accepted' } }
    const page = { html: '<p>Friday</p>', base: 0 }
    expect(await school.anna.ask('saveDraft', anna(workId), page)).toMatchObject(nothingElse)
    expect(await school.anna.upload(anna(workId), Buffer.from('Friday'), 'day.txt')).toMatchObject({
      status: 409,
    })
    expect(await school.anna.ask('handIn', anna(workId), { version: 0 })).toMatchObject({
      error: { code: 'nothing_to_hand_in' },
    })
  })

  it('that was taken back is handed in again as it stands', async () => {
    const workId = await make()
    await school.anna.get('answer', anna(workId), words('Friday'))
    await school.anna.get('takeBack', anna(workId))
    expect(await school.anna.ask('handIn', anna(workId), { version: 0 })).toMatchObject({
      error: { code: 'answer_changed' },
    })
    const status = await school.anna.get('handIn', anna(workId), { version: 1 })
    expect(status).toMatchObject({ phase: 'withTeacher', handIns: 2 })
    const { handIns } = await school.teacher.get('seeSubmission', anna(workId))
    expect(handIns.map(one => one.html)).toEqual(['<p>Friday</p>', '<p>Friday</p>'])
  })

  it.each([
    ['never', false, false],
    ['always', true, true],
  ] as const)('whose answers are shown %s', async (shown, before, after) => {
    const workId = await make({ question: { choices: [], several: false, shown } })
    await school.bo.get('answer', bo(workId), words('Tuesday'))
    expect((await school.anna.get('seeAnswers', at(workId))).shown).toBe(before)
    await school.anna.get('answer', anna(workId), words('Friday'))
    expect((await school.anna.get('seeAnswers', at(workId))).shown).toBe(after)
  })

  it('by choice takes what it offers', async () => {
    const workId = await make({ question: { choices: ['rain', 'snow'], several: false, shown: 'always' } })
    expect(
      await school.anna.ask('answer', anna(workId), { text: '', choices: ['hail'], version: 0 }),
    ).toMatchObject({ error: { code: 'answer_empty', path: 'text' } })
    await school.anna.get('answer', anna(workId), { text: '', choices: ['snow'], version: 0 })
    const { mine } = await school.anna.get('seeAnswers', at(workId))
    expect(mine?.choices).toEqual(['snow'])
  })

  it('by choice with a key is handed back with its marks by one press; the key is for teachers alone', async () => {
    const right = ['snow', 'hail']
    const question = {
      choices: ['rain', 'snow', 'hail'],
      several: true,
      shown: 'always' as const,
      key: { right },
    }
    const workId = await make({ question, points: '4' })
    const choose = (...choices: string[]) => ({ text: '', choices, version: 0 })
    await school.anna.get('answer', anna(workId), choose('snow', 'hail'))
    await school.bo.get('answer', bo(workId), choose('snow', 'rain', 'hail'))
    const texts = await Promise.all([
      school.anna.get('seeSubmission', anna(workId)),
      school.anna.get('seeAnswers', at(workId)),
    ])
    expect(texts[0].work.details.question).toEqual({
      choices: question.choices,
      several: true,
      shown: 'always',
    })
    expect(JSON.stringify(texts)).not.toContain('key')
    expect(await school.teacher.get('seeAnswers', at(workId))).toMatchObject({ question, toMark: 2 })
    expect(await school.anna.ask('handBackByKey', at(workId))).toMatchObject({ status: 404 })
    expect(await school.teacher.get('handBackByKey', at(workId))).toEqual({ handedBack: 2 })
    expect((await school.anna.get('seeSubmission', anna(workId))).status).toMatchObject({
      phase: 'handedBack',
      mark: 400,
    })
    expect((await school.bo.get('seeSubmission', bo(workId))).status.mark).toBe(200)
    expect(await school.teacher.get('handBackByKey', at(workId))).toEqual({ handedBack: 0 })
  })

  it('without a key, or without points, is not marked by itself', async () => {
    const choices = ['rain', 'snow']
    const plain = { choices, several: false, shown: 'always' as const }
    const assignment = await buildWork(school.world, school.built, { title: 'A page' })
    for (const workId of [
      await make({ question: plain, points: '4' }),
      await make({ question: { ...plain, key: { right: ['rain'] } }, points: null }),
    ]) {
      await school.anna.get('answer', anna(workId), { text: '', choices: ['rain'], version: 0 })
      expect(await school.teacher.ask('handBackByKey', at(workId))).toMatchObject({
        error: { code: 'work_without_key' },
      })
      expect((await school.anna.get('seeSubmission', anna(workId))).status.phase).toBe('withTeacher')
    }
    expect(await school.teacher.ask('handBackByKey', at(assignment))).toMatchObject({
      error: { code: 'work_without_key' },
    })
  })

  it('takes replies to answers that one sees, and to no others', async () => {
    const workId = await make()
    await school.bo.get('answer', bo(workId), words('Tuesday'))
    const address = { ...at(workId), answerOf: placeOf(school.built, 'Bo Lund').placeId }
    expect(await school.anna.ask('replyToAnswer', address, { text: 'Why?' })).toMatchObject({
      error: { code: 'answers_hidden' },
    })
    await school.anna.get('answer', anna(workId), words('Friday'))
    await school.anna.get('replyToAnswer', address, { text: 'Why?' })
    await school.teacher.get('replyToAnswer', address, { text: 'Because of the storm.' })
    const { mine } = await school.bo.get('seeAnswers', at(workId))
    expect(mine?.replies.map(one => [one.by, one.byTeacher, one.text])).toEqual([
      ['Anna Reyes', false, 'Why?'],
      ['Ms Kestrel', true, 'Because of the storm.'],
    ])
  })

  it('lets who wrote a reply remove it, and teachers any; teachers still read what it said', async () => {
    const workId = await make({ question: { choices: [], several: false, shown: 'always' } })
    await school.bo.get('answer', bo(workId), words('Tuesday'))
    const address = { ...at(workId), answerOf: placeOf(school.built, 'Bo Lund').placeId }
    const { noteId } = await school.anna.get('replyToAnswer', address, { text: 'Silly.' })
    const other = await school.teacher.get('replyToAnswer', address, { text: 'Why?' })
    expect(await school.bo.ask('removeReply', { ...address, noteId })).toMatchObject({
      error: { code: 'words_not_own' },
    })
    expect(await school.anna.ask('removeReply', { ...address, noteId: other.noteId })).toMatchObject({
      error: { code: 'words_not_own' },
    })
    await school.anna.get('removeReply', { ...address, noteId })
    expect(await school.anna.ask('removeReply', { ...address, noteId })).toMatchObject({ status: 404 })
    const seen = async (person: typeof school.bo) => {
      const { mine, answers } = await person.get('seeAnswers', at(workId))
      return (mine ?? answers[0])?.replies.map(one => [one.text, one.removedBy])
    }
    expect(await seen(school.bo)).toEqual([
      ['', 'Anna Reyes'],
      ['Why?', null],
    ])
    expect(await seen(school.teacher)).toEqual([
      ['Silly.', 'Anna Reyes'],
      ['Why?', null],
    ])
  })

  it('that is locked or for another group is not there', async () => {
    const locked = await make({ opens: '2026-10-15T10:00' })
    const wren = await make({ forWhom: 'groups', groupIds: [school.built.groups.Wren as never] })
    for (const workId of [locked, wren])
      expect(await school.anna.ask('seeAnswers', at(workId))).toMatchObject({ status: 404 })
    expect(await school.anna.ask('answer', anna(locked), words('early'))).toMatchObject({
      error: { code: 'work_not_open' },
    })
    const plain = await buildWork(school.world, school.built, { title: 'No question' })
    expect(await school.anna.ask('answer', anna(plain), words('x'))).toMatchObject({ status: 404 })
  })
})
