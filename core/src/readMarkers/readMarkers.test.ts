import { describe, expect, it } from 'vitest'
import type { PlaceId, WorkId } from '../ids/index.js'
import { isMarker, markerInSql, markerOf } from './index.js'

const id = '4ppvychsxgx97s9y'

describe('the name of a read marker', () => {
  it('says what was looked at, in a screen as in a statement', () => {
    expect(markerOf('today')).toBe('today')
    expect(markerOf('submission', id as WorkId, id as PlaceId)).toBe(`submission:${id}:${id}`)
    expect(markerInSql('today')).toBe("'today'")
    expect(markerInSql('submission', 'n.work_id', 'n.place_id')).toBe(
      "'submission' || ':' || n.work_id || ':' || n.place_id",
    )
  })

  it.each(['today', 'news', `submission:${id}:${id}`])('is %s', name => {
    expect(isMarker(name)).toBe(true)
  })

  it.each([
    '',
    'to day',
    'today:',
    `today:${id}`,
    `circle:${id}`,
    'submission',
    'submission:',
    `talk:${id}`,
    `submission:${id}`,
  ])('is not %s', name => expect(isMarker(name)).toBe(false))

  it.each([
    `constructor:${id}`,
    'toString',
    `submission:${id}:${id}x`,
    `submission:${id}:${id.toUpperCase()}`,
    'x'.repeat(200),
  ])('is not %s either', name => expect(isMarker(name)).toBe(false))
})
