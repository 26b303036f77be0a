import type { CirclePage } from '@oppen/contract'
import type { CircleId } from '@oppen/core/ids'
import { type Person, type SmallSchool, smallSchool } from '@oppen/demo'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'

let school: SmallSchool
let circleId: CircleId
beforeAll(async () => {
  school = await smallSchool()
  circleId = (await school.family.get('makeCircle', {}, { name: ' Reading  aloud ' })).circleId
})
afterAll(() => school.stop())

const see = (person: Person): Promise<CirclePage> => person.get('seeCircle', { circleId })
/** Says something in the first room of the circle. */
const post = async (person: Person, html: string) => {
  const { rooms } = await person.get('seeTalk', { spaceId: circleId })
  return person.ask(
    'writeMessage',
    { spaceId: circleId, conversationId: rooms[0]?.id ?? ('' as never) },
    { html },
  )
}
const codeOf = async (): Promise<string> => (await see(school.family)).code ?? ''
const memberId = async (person: Person) => (await person.get('me', {})).account.id

describe('a circle', () => {
  it('is joined with its own code by anybody with an account, and the one field of Welcome tells it from a class', async () => {
    const code = await codeOf()
    expect(await school.person().get('lookUpCode', {}, { code: code.toLowerCase() })).toEqual({
      kind: 'circle',
      code,
      name: 'Reading aloud',
      administrator: 'Mr Reyes',
    })
    expect(await school.person().ask('joinCircle', {}, { code })).toMatchObject({ status: 401 })
    for (const person of [school.anna, school.teacher]) {
      const me = await person.get('joinCircle', {}, { code })
      expect(me.circles).toEqual([{ circleId, name: 'Reading aloud', role: 'member' }])
    }
    // twice changes nothing
    await school.anna.get('joinCircle', {}, { code })
    expect((await see(school.anna)).members.map(member => member.name).sort()).toEqual([
      'Anna Reyes',
      'Mr Reyes',
      'Ms Kestrel',
    ])
    expect(await school.bo.ask('seeCircle', { circleId })).toMatchObject({ status: 404 })
  })

  it('has files that its members read, and nobody else', async () => {
    const file = new FormData()
    file.append('file', new Blob(['%PDF-1.7\n1 0 obj<<>>endobj\n%%EOF']), 'list.pdf')
    const sent = await school.anna.fetch(`/api/circles/${circleId}/files`, { method: 'POST', body: file })
    expect(sent.status).toBe(200)
    const page = await see(school.teacher)
    expect(page.files).toMatchObject([{ name: 'list.pdf', type: 'application/pdf' }])
    const address = `/api/circles/${circleId}/files/${page.files[0]?.id}`
    expect((await school.teacher.fetch(address)).status).toBe(200)
    expect((await school.bo.fetch(address)).status).toBe(404)
  })

  it('shows its code to its administrators alone; a new one ends the old one, and shut it opens to nobody', async () => {
    expect((await see(school.anna)).code).toBeNull()
    const before = await codeOf()
    await school.family.get('renewCircleCode', { circleId }, { open: true })
    expect(await school.bo.ask('joinCircle', {}, { code: before })).toMatchObject({
      error: { code: 'code_unknown' },
    })
    const after = await codeOf()
    await school.family.get('renewCircleCode', { circleId }, { open: false })
    expect(await school.bo.ask('joinCircle', {}, { code: after })).toMatchObject({
      error: { code: 'code_unknown' },
    })
    expect(await school.anna.ask('renewCircleCode', { circleId }, { open: true })).toMatchObject({
      status: 404,
    })
  })

  it('is never without a administrator, and who is removed is out at once', async () => {
    expect(await school.family.ask('leaveCircle', { circleId })).toMatchObject({
      error: { code: 'last_administrator' },
    })
    await school.family.get('makeAdministrator', { circleId, accountId: await memberId(school.anna) })
    await school.anna.get('removeMember', { circleId, accountId: await memberId(school.teacher) })
    expect(await school.teacher.ask('seeCircle', { circleId })).toMatchObject({ status: 404 })
    await school.family.get('leaveCircle', { circleId })
    expect((await school.family.get('me', {})).circles).toEqual([])
    expect((await see(school.anna)).members.map(member => member.name)).toEqual(['Anna Reyes'])
  })
})

describe('what is put into a circle', () => {
  let anna: Person
  beforeAll(async () => {
    anna = school.anna
    await anna.get('renewCircleCode', { circleId }, { open: true })
    await school.bo.get('joinCircle', {}, { code: (await see(anna)).code ?? '' })
  })

  const put = async (person: Person, name: string, bytes = 'day,mm\nMon,4\n') => {
    const body = new FormData()
    body.append('file', new Blob([bytes], { type: 'text/csv' }), name)
    return person.fetch(`/api/circles/${circleId}/files`, { method: 'POST', body })
  }
  const fileNamed = async (name: string) => {
    const file = (await see(anna)).files.find(one => one.name === name)
    if (!file) throw new Error(`${name} is not there`)
    return file
  }

  it('can be taken off by who put it there, and by nobody else but the administrators', async () => {
    expect((await put(anna, 'of anna.csv')).status).toBe(200)
    expect((await put(school.bo, 'of bo.csv')).status).toBe(200)
    const [ofAnna, ofBo] = [await fileNamed('of anna.csv'), await fileNamed('of bo.csv')]
    const remove = (person: Person, circleFileId: typeof ofAnna.id) =>
      person.ask('removeCircleFile', { circleId, circleFileId })
    expect(await remove(school.bo, ofAnna.id)).toMatchObject({ status: 404 })
    expect(await remove(school.bo, ofBo.id)).toMatchObject({ status: 200 })
    // it is off for everybody, also by its address, and cannot be taken off twice
    expect((await anna.fetch(`/api/circles/${circleId}/files/${ofBo.id}`)).status).toBe(404)
    expect(await remove(anna, ofBo.id)).toMatchObject({ status: 404 })
    expect(await remove(anna, ofAnna.id)).toMatchObject({ status: 200 })
    expect((await see(anna)).files.map(file => file.name)).toEqual(['list.pdf'])
  })

  it('is what it says that it is, and is kept whole', async () => {
    expect(await (await put(anna, 'rain.csv', '<script>1</script>')).json()).toMatchObject({ done: true })
    const { id, type } = await fileNamed('rain.csv')
    const answer = await school.bo.fetch(`/api/circles/${circleId}/files/${id}`)
    // words in a table are words, wherever a browser shows them
    expect([type, answer.headers.get('content-type')]).toEqual(['text/csv', 'text/csv; charset=utf-8'])
    expect(answer.headers.get('content-security-policy')).toMatch(/sandbox/)
    expect(answer.headers.get('x-content-type-options')).toBe('nosniff')
    expect(await answer.text()).toBe('<script>1</script>')
    const refused = await put(anna, 'page.html', '<!doctype html><p>hello</p>')
    expect([refused.status, (await refused.json()).error.params?.name]).toEqual([415, 'page.html'])
  })

  it('is named by its administrators alone, with blanks set right', async () => {
    expect(await school.bo.ask('renameCircle', { circleId }, { name: 'Mine' })).toMatchObject({ status: 404 })
    expect(await anna.ask('renameCircle', { circleId }, { name: '  ' })).toMatchObject({
      error: { code: 'text_empty', path: 'name' },
    })
    await anna.get('renameCircle', { circleId }, { name: '  Reading   together ' })
    expect((await school.bo.get('me', {})).circles).toMatchObject([{ name: 'Reading together' }])
  })

  it('stays with the circle when its writer leaves', async () => {
    await post(school.bo, '<p>I go.</p>')
    await school.bo.get('leaveCircle', { circleId })
    expect(await school.bo.ask('seeCircle', { circleId })).toMatchObject({ status: 404 })
    const { rooms } = await anna.get('seeTalk', { spaceId: circleId })
    expect(rooms).toMatchObject([{ title: 'Reading aloud', newMessages: 1 }])
    const room = await anna.get('seeRoom', {
      spaceId: circleId,
      conversationId: rooms[0]?.id ?? ('' as never),
    })
    expect(room.stretch.messages).toMatchObject([{ by: 'Bo Lund', html: '<p>I go.</p>' }])
  })
})
