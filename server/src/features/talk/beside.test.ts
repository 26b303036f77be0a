import type { ConversationId } from '@oppen/core/ids'
import { LIMITS } from '@oppen/core/texts'
import { buildWork, type Person, placeOf } from '@oppen/demo'
import { describe, expect, it } from 'vitest'
import { oneSubmission } from '../../testing/oneSubmission.js'

const on = oneSubmission()
const thread = () => ({ classId: on.built.classId, workId: on.workId })
const p = (text: string) => ({ html: `<p>${text}</p>` })
const notes = async (who: Person) => (await who.get('seeSideNote', on.submission())).stretch.messages
const said = async (who: Person) => (await who.get('seeThread', thread())).stretch.messages
const read = (who: Person, conversationId: ConversationId | null) =>
  who.get(
    'markSeen',
    { spaceId: on.built.classId, conversationId: conversationId as ConversationId },
    { until: Number.MAX_SAFE_INTEGER },
  )

describe('words removed from a side note', () => {
  it('leave that they were there and who removed them; the teachers still read them', async () => {
    const { messageId, conversationId } = await on.anna.get('writeNote', on.submission(), p('I hate this'))
    const address = { spaceId: on.built.classId, conversationId, messageId }
    expect((await on.school.bo.ask('removeMessage', address)).status).toBe(404)
    await on.anna.get('removeMessage', address)
    const gone = { removedBy: 'Anna Reyes', by: 'Anna Reyes' }
    expect(await notes(on.anna)).toMatchObject([{ ...gone, html: '' }])
    expect(await notes(on.teacher)).toMatchObject([{ ...gone, html: '<p>I hate this</p>' }])
    expect(await on.anna.ask('removeMessage', address)).toMatchObject({ error: { code: 'message_removed' } })
  })
})

describe('the class thread', () => {
  it('is seen by everybody of whom the work is asked, and is new until it is read', async () => {
    expect(await on.anna.get('seeThread', thread())).toMatchObject({ id: null, stretch: { messages: [] } })
    const { conversationId } = await on.anna.get('writeInThread', thread(), p('Which table is it?'))
    const news = async (who: Person, placeId = on.submission().placeId) =>
      (await who.get('seeSubmission', { ...on.submission(), placeId })).thread
    const bos = placeOf(on.built, 'Bo Lund').placeId
    expect(await news(on.school.bo, bos)).toEqual({ count: 1, fresh: 1 })
    expect(await news(on.anna)).toEqual({ count: 1, fresh: 0 })
    await read(on.school.bo, conversationId)
    expect(await news(on.school.bo, bos)).toEqual({ count: 1, fresh: 0 })
    await on.teacher.get('writeInThread', thread(), p('The one on the harbour wall.'))
    expect(await said(on.school.bo)).toMatchObject([
      { by: 'Anna Reyes', mine: false, html: '<p>Which table is it?</p>' },
      { by: 'Ms Kestrel', side: 'teacher', html: '<p>The one on the harbour wall.</p>' },
    ])
    expect(await news(on.school.bo, bos)).toEqual({ count: 2, fresh: 1 })
  })

  it('begins once, also where two begin it at the same moment', async () => {
    const [one, two] = await Promise.all([
      on.anna.get('writeInThread', thread(), p('first')),
      on.school.bo.get('writeInThread', thread(), p('second')),
    ])
    expect(one.conversationId).toBe(two.conversationId)
    expect(await said(on.teacher)).toHaveLength(2)
  })

  it('words are removed by who wrote them or by a teacher, and by nobody else', async () => {
    const written = await on.school.bo.get('writeInThread', thread(), p('rude'))
    const address = { spaceId: on.built.classId, ...written }
    expect(await on.anna.ask('removeMessage', address)).toMatchObject({ error: { code: 'words_not_own' } })
    await on.teacher.get('removeMessage', address)
    expect(await said(on.anna)).toMatchObject([{ by: 'Bo Lund', html: '', removedBy: 'Ms Kestrel' }])
    expect(await said(on.teacher)).toMatchObject([{ html: '<p>rude</p>' }])
    expect((await on.anna.get('seeSubmission', on.submission())).thread.count).toBe(0)
  })

  it('waits for the nod like all that pupils say to each other, and is off where they do not write', async () => {
    const { classId } = on.built
    const rules = {
      pupilsWrite: true,
      familiesWrite: false,
      nod: true,
      pupilLetters: false,
      pupilMedia: true,
      pupilsEdit: true,
      reactions: [],
    }
    await on.teacher.get('setTalkRules', { spaceId: classId }, rules)
    const { messageId, conversationId, state } = await on.anna.get('writeInThread', thread(), p('Hello?'))
    expect(state).toBe('waits')
    expect(await said(on.school.bo)).toEqual([])
    const { waiting } = await on.teacher.get('seeNod', { spaceId: classId })
    expect(waiting).toMatchObject([{ kind: 'thread', workId: on.workId, message: { by: 'Anna Reyes' } }])
    const address = { spaceId: classId, conversationId, messageId }
    await on.teacher.get('decideMessage', address, { show: true, word: '' })
    expect(await said(on.school.bo)).toHaveLength(1)
    await on.teacher.get('setTalkRules', { spaceId: classId }, { ...rules, pupilsWrite: false })
    expect(await on.anna.ask('writeInThread', thread(), p('x'))).toMatchObject({
      error: { code: 'talk_off' },
    })
    // what only teachers read is no talk among pupils
    expect((await on.anna.get('writeNote', on.submission(), p('May I?'))).state).toBe('shown')
    await on.teacher.get('setTalkRules', { spaceId: classId }, { ...rules, nod: false })
  })

  it('is not there for who is not asked, nor once the work was removed', async () => {
    const { conversationId } = await on.school.bo.get('writeInThread', thread(), p('before'))
    on.workId = await buildWork(on.school.world, on.built, {
      title: 'For Bo',
      forWhom: 'pupils',
      placeIds: [placeOf(on.built, 'Bo Lund').placeId],
    })
    expect(await on.anna.ask('seeThread', thread())).toMatchObject({ status: 404 })
    expect(await on.anna.ask('writeInThread', thread(), p('x'))).toMatchObject({ status: 404 })
    const of = await on.school.bo.get('writeInThread', thread(), p('for me'))
    const address = { spaceId: on.built.classId, conversationId: of.conversationId }
    expect((await on.anna.ask('writeMessage', address, p('x'))).status).toBe(404)
    expect(of.conversationId).not.toBe(conversationId)
    await on.teacher.get('removeWork', thread())
    expect((await on.school.bo.ask('writeMessage', address, p('x'))).status).toBe(404)
    expect((await on.teacher.ask('writeMessage', address, p('x'))).status).toBe(404)
  })
})

describe('the side note', () => {
  it('is between the pupil and the teachers, and is new until it is read', async () => {
    const { conversationId } = await on.anna.get('writeNote', on.submission(), p('Is it summer time?'))
    const counted = async () =>
      (await on.teacher.get('seeMarking', { classId: on.built.classId, workId: on.workId })).rows.find(
        row => row.name === 'Anna Reyes',
      )?.newNotes
    expect(await counted()).toBe(1)
    await read(on.teacher, conversationId)
    expect(await counted()).toBe(0)
    await on.teacher.get('writeNote', on.submission(), p('Yes.'))
    expect(await notes(on.anna)).toMatchObject([
      { by: 'Anna Reyes', mine: true, side: 'pupil', html: '<p>Is it summer time?</p>' },
      { by: 'Ms Kestrel', mine: false, side: 'teacher', html: '<p>Yes.</p>' },
    ])
    // its address is nothing to anybody else
    const address = { spaceId: on.built.classId, conversationId }
    for (const who of [on.school.bo, on.school.family]) {
      expect((await who.ask('writeMessage', address, p('x'))).status).toBe(404)
      expect((await who.ask('seeAfter', { ...address, number: '0' })).status).toBe(404)
      expect((await who.ask('markSeen', address, { until: 1 })).status).toBe(404)
    }
  })

  it('is not begun beside a place of another class, nor beside work that is not asked of the pupil', async () => {
    const { workId } = on
    const work = await buildWork(on.school.world, on.built, {
      title: 'For Bo',
      forWhom: 'pupils',
      placeIds: [placeOf(on.built, 'Bo Lund').placeId],
    })
    const { classId, placeId } = on.submission()
    expect((await on.teacher.ask('writeNote', { classId, workId: work, placeId }, p('x'))).status).toBe(404)
    const nowhere = { classId, workId, placeId: 'nowhere00000000x' as never }
    expect((await on.teacher.ask('writeNote', nowhere, p('x'))).status).toBe(404)
  })

  it('is nothing to the family, in no count, no search and no live event', async () => {
    const { school, built, workId } = on
    await on.teacher.get('writeNote', on.submission(), p('Between Zebulon and us.'))
    const { classId, placeId } = on.submission()
    const pages = {
      today: await school.family.get('seeToday', {}),
      week: await school.family.get('seeChildWeek', { classId, placeId, week: '2026-10-12' }),
      progress: await school.family.get('seeProgress', { classId, placeId }),
      days: await school.family.get('seeDays', { from: '2026-10-12', to: '2026-10-25' }),
      search: await school.family.get('search', {}, { words: 'Zebulon' }),
    }
    const counts = [...JSON.stringify(pages).matchAll(/"newNotes":(\d+)/g)].map(found => found[1])
    expect(new Set(counts)).toEqual(new Set(['0']))
    expect(JSON.stringify(pages)).not.toContain('Zebulon')
    expect(pages.search.found).toEqual([])
    // the pupil has it in the same places
    const own = await on.anna.get('seeToday', {})
    expect(own.submissions.find(submission => submission.work.id === workId)?.newNotes).toBe(1)
    expect(built.classId).toBe(classId)
  })

  it('says how long is too long, and keeps nothing of a script', async () => {
    expect(await on.anna.ask('writeNote', on.submission(), p('x'.repeat(100_000)))).toMatchObject({
      error: { code: 'text_long', path: 'html', params: { most: LIMITS.note } },
    })
    expect(await on.anna.ask('writeNote', on.submission(), p(' \n '))).toMatchObject({
      error: { code: 'text_empty' },
    })
    await on.anna.get('writeNote', on.submission(), p('a<script>alert(1)</script>b'))
    expect((await notes(on.anna)).at(-1)?.html).not.toContain('script')
  })
})
