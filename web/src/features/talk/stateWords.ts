import type { RoomState } from '@oppen/core/talk'
import type { Time } from '../../app/session.js'
import { say } from '../../words/say.js'
import { timeOfDay, when } from '../../words/times.js'

/** Whether a room is open, in a few words; nothing where it always is. */
export function stateWords(state: RoomState, time: Time): string {
  if (state.is === 'open')
    return state.until === null ? '' : say('talk_open_until', { at: timeOfDay(state.until, time.zone) })
  return state.opensAt === null ? say('talk_quiet') : say('talk_opens', { at: when(state.opensAt, time) })
}
