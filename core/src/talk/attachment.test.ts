import { describe, expect, it } from 'vitest'
import { mayAttach, TALK_RULES } from './index.js'

describe('a file with a message', () => {
  it.each([
    ['teacher', 'other', true, undefined],
    ['teacher', 'picture', false, undefined],
    ['pupil', 'picture', true, undefined],
    ['pupil', 'audio', true, undefined],
    ['pupil', 'other', true, 'attachment_kind'],
    ['pupil', 'picture', false, 'attachments_off'],
    ['pupil', 'other', false, 'attachments_off'],
    ['family', 'picture', false, undefined],
    ['family', 'other', true, 'attachment_kind'],
  ] as const)('of a %s, a %s, where pupils may: %s, is refused as %s', (role, kind, pupilMedia, code) => {
    const outcome = mayAttach(role, { ...TALK_RULES, pupilMedia }, kind)
    expect(outcome.ok ? undefined : outcome.refusal.code).toBe(code)
  })
})
