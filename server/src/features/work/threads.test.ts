import { LIMITS } from '@oppen/core/texts'
import { buildWork, type Person, placeOf } from '@oppen/demo'
import { describe, expect, it } from 'vitest'
import { oneSubmission } from '../../testing/oneSubmission.js'

const on = oneSubmission()

describe('words taken away', () => {
  it('leave that they were there and who took them; the teachers can still read them', async () => {
    const { id: noteId } = await on.anna.get('writeNote', on.submission(), { text: 'I hate this' })
    expect(await on.teacher.ask('removeNote', { ...on.submission(), noteId })).toMatchObject({
      error: { code: 'words_not_own' },
    })
    await on.anna.get('removeNote', { ...on.submission(), noteId })
    const gone = { removedBy: 'Anna Reyes', by: 'Anna Reyes' }
    expect((await on.anna.get('seeSubmission', on.submission())).notes).toMatchObject([{ ...gone, text: '' }])
    expect((await on.teacher.get('seeSubmission', on.submission())).notes).toMatchObject([
      { ...gone, text: 'I hate this' },
    ])
    expect((await on.anna.ask('removeNote', { ...on.submission(), noteId })).status).toBe(404)
  })
})

describe('the class thread', () => {
  const thread = () => ({ classId: on.built.classId, workId: on.workId })

  it('is seen by everybody of whom the work is asked, and is new until it is looked at', async () => {
    await on.anna.get('writeInThread', thread(), { text: ' Which table is it? ' })
    const news = async (who: Person, placeId = on.submission().placeId) =>
      (await who.get('seeSubmission', { ...on.submission(), placeId })).thread
    const bos = placeOf(on.built, 'Bo Lund').placeId
    expect(await news(on.school.bo, bos)).toEqual({ count: 1, fresh: 1 })
    expect(await news(on.anna)).toEqual({ count: 1, fresh: 0 })
    await on.school.bo.get('markRead', {}, { what: `thread:${on.workId}` })
    expect(await news(on.school.bo, bos)).toEqual({ count: 1, fresh: 0 })
    on.school.clock.moveTo(on.school.clock.now() + 1000)
    await on.teacher.get('writeInThread', thread(), { text: 'The one on the harbour wall.' })
    expect((await on.school.bo.get('seeThread', thread())).notes).toMatchObject([
      { by: 'Anna Reyes', mine: false, text: 'Which table is it?' },
      { by: 'Ms Kestrel', byTeacher: true, text: 'The one on the harbour wall.' },
    ])
  })

  it('words are taken out by who wrote them or by a teacher, and by nobody else', async () => {
    const { id: noteId } = await on.school.bo.get('writeInThread', thread(), { text: 'rude' })
    const address = { ...thread(), noteId }
    expect(await on.anna.ask('removeFromThread', address)).toMatchObject({ error: { code: 'words_not_own' } })
    await on.teacher.get('removeFromThread', address)
    expect((await on.anna.get('seeThread', thread())).notes).toMatchObject([
      { by: 'Bo Lund', text: '', removedBy: 'Ms Kestrel' },
    ])
    expect((await on.teacher.get('seeThread', thread())).notes).toMatchObject([{ text: 'rude' }])
    expect((await on.anna.get('seeSubmission', on.submission())).thread.count).toBe(0)
  })

  it('is not there for who is not asked', async () => {
    on.workId = await buildWork(on.school.world, on.built, {
      title: 'For Bo',
      forWhom: 'pupils',
      placeIds: [placeOf(on.built, 'Bo Lund').placeId],
    })
    expect(await on.anna.ask('seeThread', thread())).toMatchObject({ status: 404 })
    expect(await on.anna.ask('writeInThread', thread(), { text: 'x' })).toMatchObject({ status: 404 })
  })
})

describe('the side note', () => {
  it('is between the pupil and the teachers, and is new until it is looked at', async () => {
    await on.anna.get('writeNote', on.submission(), { text: ' Is it summer time? ' })
    const counted = async () =>
      (await on.teacher.get('seeMarking', { classId: on.built.classId, workId: on.workId })).rows.find(
        row => row.name === 'Anna Reyes',
      )?.newNotes
    expect(await counted()).toBe(1)
    await on.teacher.get('markRead', {}, { what: `submission:${on.workId}:${on.submission().placeId}` })
    expect(await counted()).toBe(0)
    on.school.clock.moveTo(on.school.clock.now() + 1000)
    await on.teacher.get('writeNote', on.submission(), { text: 'Yes.' })
    const page = await on.anna.get('seeSubmission', on.submission())
    expect(page.notes).toMatchObject([
      { by: 'Anna Reyes', mine: true, byTeacher: false, text: 'Is it summer time?' },
      { by: 'Ms Kestrel', mine: false, byTeacher: true, text: 'Yes.' },
    ])
  })

  it('is nothing to the family, in no count, no search and no live event', async () => {
    const { school, built, workId } = on
    await school.family.get('markRead', {}, { what: `submission:${workId}:${on.submission().placeId}` })
    school.clock.moveTo(school.clock.now() + 1000)
    await on.teacher.get('writeNote', on.submission(), { text: 'Between Zebulon and us.' })
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

  it('says how long is too long, and keeps script as the text it is', async () => {
    expect(await on.anna.ask('writeNote', on.submission(), { text: 'x'.repeat(100_000) })).toMatchObject({
      error: { code: 'text_long', path: 'text', params: { most: LIMITS.note } },
    })
    expect(await on.anna.ask('writeNote', on.submission(), { text: ' \n ' })).toMatchObject({
      error: { code: 'text_empty' },
    })
    await on.anna.get('writeNote', on.submission(), { text: '<script>alert(1)</script>' })
    expect((await on.anna.get('seeSubmission', on.submission())).notes.at(-1)?.text).toBe(
      '<script>alert(1)</script>',
    )
  })
})
