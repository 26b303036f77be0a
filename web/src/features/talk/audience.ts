import type { TalkPage } from '@oppen/contract'
import type { Audience } from '@oppen/core/talk'
import { listWords } from '../../words/numbers.js'
import { say } from '../../words/say.js'

/** For whom a notice or a room is, in words. */
export function audienceWords(audience: Audience, groups: TalkPage['groups']): string {
  const who =
    audience.pupils && audience.families
      ? say('talk_for_all')
      : say(audience.pupils ? 'talk_for_pupils' : 'talk_for_families')
  if (!audience.groups) return who
  const names = groups.filter(one => audience.groups?.includes(one.id)).map(one => one.name)
  return say('talk_for_groups', { who, groups: listWords(names) })
}
