import { type ReadingSettings, USUAL } from '@oppen/core/readingHelp'
import { say } from '../../words/say.js'

/** What somebody chose otherwise than usual, in words. */
export function inWords(settings: ReadingSettings): string[] {
  const { size, room, paper, face, guide, speed, voice } = settings
  const chosen: readonly (readonly [keyof ReadingSettings, string])[] = [
    ['size', say('reading_uses_size', { size })],
    ['room', say(`reading_room_${room}`)],
    ['column', say('reading_uses_column')],
    ['paper', say('reading_uses_paper', { paper: say(`reading_paper_${paper}`) })],
    ['face', say(`reading_face_${face}`)],
    ['guide', say('reading_guide', { count: guide })],
    ['numbered', say('reading_uses_numbered')],
    ['listen', say('reading_uses_listen')],
    ['speed', say('reading_uses_speed', { speed })],
    ['voice', say('reading_uses_voice', { voice: say(`listen_voice_${voice}`) })],
    ['points', say('reading_uses_points')],
    ['showing', say('reading_uses_showing')],
    ['known', say('reading_uses_known')],
  ]
  return chosen.filter(([key]) => settings[key] !== USUAL[key]).map(([, words]) => words)
}
