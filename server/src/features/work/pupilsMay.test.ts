import type { ClassSettings } from '@oppen/contract'
import type { SpaceId, WorkId } from '@oppen/core/ids'
import { ROOM, TALK_RULES } from '@oppen/core/talk'
import { buildWork, type Person, type SmallSchool, smallSchool, submissionOf } from '@oppen/demo'
import { beforeEach, describe, expect, it } from 'vitest'

let school: SmallSchool
let anna: Person
let teacher: Person
const at = () => ({ classId: school.built.classId })

beforeEach(async () => {
  school = await smallSchool()
  ;({ anna, teacher } = school)
  return () => school.stop()
})

async function set(part: Partial<ClassSettings>): Promise<void> {
  const { teachers: _, ...now } = await teacher.get('seeSettings', at())
  await teacher.get('changeSettings', at(), { ...now, ...part })
}
const tie = async () => (await anna.get('me', {})).ties[0]
const code = async (answer: Promise<{ error: { code: string } | undefined }>) => (await answer).error?.code

describe('a class says what its pupils may do', () => {
  it('takes nothing back where it does not let them, also what was handed in before', async () => {
    const workId = await buildWork(school.world, school.built, { title: 'Rain log' })
    const address = submissionOf(school.built, workId, 'Anna Reyes')
    const { version } = await anna.get('saveDraft', address, { html: '<p>words</p>', base: 0 })
    await anna.get('handIn', address, { version })
    expect((await tie())?.lets).toEqual({ takeBack: true, improve: false, edit: true })
    await set({ takeBack: false })
    expect((await tie())?.lets).toEqual({ takeBack: false, improve: false, edit: true })
    expect(await code(anna.ask('takeBack', address))).toBe('take_back_off')
    await set({ takeBack: true })
    expect((await anna.get('takeBack', address)).phase).toBe('started')
  })

  it('lets them improve what came back where it says so: handed in again, marked again, or left as it was', async () => {
    const workId = await buildWork(school.world, school.built, { title: 'Rain log', points: '10' })
    const address = submissionOf(school.built, workId, 'Anna Reyes')
    const save = async (html: string, base: number) =>
      (await anna.get('saveDraft', address, { html, base })).version
    const version = await save('<p>words</p>', 0)
    await anna.get('handIn', address, { version })
    await teacher.get('handBack', address, { number: 1, mark: '6', feedback: 'Say why.' })
    expect(await code(anna.ask('improve', address, { on: true }))).toBe('improve_off')
    await set({ improve: true })
    expect((await tie())?.lets.improve).toBe(true)
    const markedAt = async () =>
      (await anna.get('seeProgress', { ...at(), placeId: address.placeId })).markedAt
    const before = await markedAt()
    school.clock.moveTo(school.world.clock.now() + 3_600_000)
    // called off, it stands as it came back
    await anna.get('improve', address, { on: true })
    expect(await anna.get('improve', address, { on: false })).toMatchObject({
      phase: 'handedBack',
      mark: 600,
    })
    expect(await code(anna.ask('improve', address, { on: false }))).toBe('illegal_move')
    expect(await markedAt()).toBe(before)
    await anna.get('improve', address, { on: true })
    expect(await code(anna.ask('improve', address, { on: true }))).toBe('illegal_move')
    const average = async () =>
      (await anna.get('seeProgress', { ...at(), placeId: address.placeId })).submissions[0]?.marks
    expect(await average()).toEqual([600])
    await anna.get('handIn', address, { version: await save('<p>words, because</p>', version) })
    expect(await average()).toEqual([600])
    await teacher.get('handBack', address, { number: 2, mark: '9', feedback: '' })
    expect(await average()).toEqual([600, 900])
    // what a teacher handed back is not theirs to undo once its pupil goes on
    await anna.get('improve', address, { on: true })
    const undone = await teacher.get('undoHandBack', { ...at(), workId }, { placeIds: [address.placeId] })
    expect(undone.undone).toEqual([])
    for (const who of [school.bo, school.family])
      expect(await code(who.ask('improve', address, { on: true }))).toBe('not_found')
  })

  it('shows nobody else’s answers where pupils do not see each other’s work, whatever the question says', async () => {
    const question = { choices: [], several: false, shown: 'always' as const }
    const workId: WorkId = await buildWork(school.world, school.built, {
      title: 'Why?',
      kind: 'question',
      question,
    })
    const give = (who: Person, name: string, text: string) =>
      who.get('answer', submissionOf(school.built, workId, name), { text, choices: [], version: 0 })
    await give(school.bo, 'Bo Lund', 'the hill')
    await give(anna, 'Anna Reyes', 'the sea')
    const others = async (who: Person) => (await who.get('seeAnswers', { ...at(), workId })).answers.length
    expect([await others(anna), await others(teacher)]).toEqual([1, 2])
    await set({ seeOthers: false })
    expect([await others(anna), await others(teacher)]).toEqual([0, 2])
    expect((await anna.get('seeAnswers', { ...at(), workId })).mine?.text).toBe('the sea')
    // an answer to an open question is taken back by giving another
    await set({ takeBack: false })
    const again = { text: 'both', choices: [], version: 1 }
    expect(await code(anna.ask('answer', submissionOf(school.built, workId, 'Anna Reyes'), again))).toBe(
      'take_back_off',
    )
  })

  it('lets them change no message that others have seen, and teachers all the same', async () => {
    const spaceId: SpaceId = school.built.classId
    const audience = { pupils: true, families: false, groups: null }
    const { roomId } = await teacher.get('makeRoom', { spaceId }, { title: 'Gauges', audience, rules: ROOM })
    const room = { spaceId, conversationId: roomId }
    const said = async (who: Person) => ({
      ...room,
      messageId: (await who.get('writeMessage', room, { html: '<p>4 mm</p>' })).messageId,
    })
    const [annas, teachers] = [await said(anna), await said(teacher)]
    const rules = { ...TALK_RULES, reactions: [...TALK_RULES.reactions] }
    await teacher.get('setTalkRules', { spaceId }, { ...rules, pupilsEdit: false })
    expect((await teacher.get('seeClassRules', at())).talk.pupilsEdit).toBe(false)
    expect((await tie())?.lets.edit).toBe(false)
    const change = (who: Person, message: typeof annas) =>
      who.ask('changeMessage', message, { html: '<p>5 mm</p>' })
    expect(await code(change(anna, annas))).toBe('editing_off')
    expect(await code(change(teacher, teachers))).toBeUndefined()
    await anna.get('removeMessage', annas)
  })
})
