import type { AccountId } from '@oppen/core/ids'
import { type Person, type SmallSchool, smallSchool } from '@oppen/demo'
import { beforeEach, describe, expect, it } from 'vitest'

let school: SmallSchool
let teacher: Person
let anna: Person
let bo: Person
let family: Person
let room: string
const ids: Record<string, AccountId> = {}
const at = () => ({ classId: school.built.classId, spaceId: school.built.classId })
const here = () => ({ ...at(), conversationId: room as never })
const mention = (id: string, words = '@Somebody') => `<p>Look <span data-mention="${id}">${words}</span></p>`
const write = (who: Person, html: string) => who.get('writeMessage', here(), { html })
const last = async (who: Person) => (await who.get('seeRoom', here())).stretch.messages.at(-1)?.html

beforeEach(async () => {
  school = await smallSchool()
  ;({ teacher, anna, bo, family } = school)
  const rules = { writers: 'all', begin: true, quiet: false, quietWhy: '', hours: null, nod: false } as const
  const audience = { pupils: true, families: true, groups: null }
  await teacher.get('makeRoom', at(), { title: 'Pond', audience, rules })
  room = (await teacher.get('seeTalk', at())).rooms[0]?.id ?? ''
  for (const [name, who] of Object.entries({ teacher, anna, bo, family }))
    ids[name] = (await who.get('me', {})).account.id
  return () => school.stop()
})

describe('whom somebody can mention', () => {
  const names = async (who: Person) => {
    const { people, groups, everybody } = await who.get('seeMentionable', here())
    return [people.map(one => one.name), groups.length > 0, everybody]
  }

  it('is whom they know there: families are named to pupils once they have written', async () => {
    expect(await names(teacher)).toEqual([['Anna Reyes', 'Bo Lund', 'Mr Reyes'], true, true])
    expect(await names(anna)).toEqual([['Bo Lund', 'Ms Kestrel'], false, false])
    expect(await names(family)).toEqual([['Ms Kestrel'], false, false])
    const rules = await teacher.get('seeTalk', at())
    await teacher.get('setTalkRules', at(), { ...rules.rules, familiesWrite: true })
    await write(family, '<p>Thank you</p>')
    expect(await names(anna)).toEqual([['Bo Lund', 'Mr Reyes', 'Ms Kestrel'], false, false])
  })

  it('is nobody of a room that is not theirs', async () => {
    const elsewhere = { ...at(), conversationId: '4ppvychsxgx97s9y' as never }
    expect((await anna.ask('seeMentionable', elsewhere)).status).toBe(404)
  })
})

describe('a mention', () => {
  it('bears the name of whom it is of, whatever was sent, and is news to them alone', async () => {
    await write(anna, mention(ids.bo ?? '', '@Everybody <b>here</b>'.replace(/<.*?>/g, '')))
    expect(await last(bo)).toBe(`<p>Look <span data-mention="${ids.bo}">@Bo Lund</span></p>`)
    expect((await bo.get('seeNews', {})).items).toMatchObject([
      { kind: 'mentioned', by: 'Anna Reyes', fresh: 1 },
    ])
    expect((await teacher.get('seeNews', {})).items).toMatchObject([{ kind: 'said' }])
  })

  it('of a stranger, of nobody, or of many by a pupil is words', async () => {
    for (const id of ['4ppvychsxgx97s9y', 'all', ids.family ?? '']) {
      await write(anna, mention(id, '@Them'))
      expect(await last(bo)).toBe('<p>Look @Them</p>')
    }
    for (const id of ['"><script>alert(1)</script>', '', '" data-tex="x']) {
      await write(anna, mention(id, '@Them'))
      expect(await last(bo)).not.toMatch(/data-mention|<script/)
    }
    await write(anna, `<p><span data-mention="${ids.bo}"><strong>@Bo</strong></span></p>`)
    expect(await last(bo)).toBe('<p><span><strong>@Bo</strong></span></p>')
    await write(anna, `<p>I typed data-mention="${ids.bo}" myself</p>`)
    expect(await last(bo)).toContain(`data-mention="${ids.bo}" myself`)
    expect((await bo.get('seeNews', {})).items[0]?.kind).toBe('said')
  })

  it('of a group or of everybody by a teacher is one of each who reads', async () => {
    const { groups } = await teacher.get('seeMentionable', here())
    await write(teacher, mention(groups[0]?.id ?? '', '@x'))
    expect(await last(anna)).toContain('>@All<')
    expect((await anna.get('seeNews', {})).items[0]?.kind).toBe('mentioned')
    expect((await family.get('seeNews', {})).items[0]?.kind).toBe('mentioned')
    await write(teacher, mention('all', '@everybody'))
    expect((await bo.get('seeNews', {})).items).toMatchObject([{ kind: 'mentioned', fresh: 2 }])
  })

  it('that was taken out by an edit is none any more, and of a removed message none', async () => {
    const { messageId } = await write(anna, mention(ids.bo ?? ''))
    await write(anna, '<p>And this</p>')
    await anna.get('changeMessage', { ...here(), messageId }, { html: '<p>Look</p>' })
    expect((await bo.get('seeNews', {})).items).toMatchObject([{ kind: 'said', fresh: 2 }])
    const again = await write(anna, mention(ids.bo ?? ''))
    expect((await bo.get('seeNews', {})).items[0]?.kind).toBe('mentioned')
    await anna.get('removeMessage', { ...here(), messageId: again.messageId })
    expect((await bo.get('seeNews', {})).items).toMatchObject([{ kind: 'said', fresh: 2 }])
  })

  it('in a notice is words: for whom it is says its audience', async () => {
    await teacher.get('writeNotice', at(), { html: mention(ids.anna ?? '', '@Anna') })
    expect((await anna.get('seeTalk', at())).notices[0]?.html).toBe('<p>Look @Anna</p>')
  })
})
