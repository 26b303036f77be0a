import type { MentionablePage } from '@oppen/contract'
import { say } from '../../words/say.js'
import type { Offer } from './suggest.js'

/** So many names are offered. */
const MOST = 8

const simple = (text: string): string => text.normalize('NFD').replace(/\p{M}/gu, '').toLocaleLowerCase()

const mention = (target: string, name: string): Offer['content'] => ({
  type: 'mention',
  attrs: { target, name },
})

/** Whom a message can mention, of those whose name has a word that begins as was typed. */
export function offersOf({ people, groups, everybody }: MentionablePage, typed: string): readonly Offer[] {
  const wanted = simple(typed)
  const fits = (name: string) =>
    simple(name)
      .split(/\s+/)
      .some((_, index, words) => words.slice(index).join(' ').startsWith(wanted))
  const all: Offer[] = [
    ...people.map(({ id, name, side }) => ({
      key: id,
      name,
      content: mention(id, name),
      ...(side !== 'pupil' && { note: say(side === 'teacher' ? 'role_teacher' : 'role_family') }),
    })),
    ...groups.map(({ id, name }) => ({
      key: id,
      name,
      content: mention(id, name),
      note: say('editor_group'),
    })),
    ...(everybody
      ? [{ key: 'all', name: say('editor_everybody'), content: mention('all', say('editor_everybody')) }]
      : []),
  ]
  return all.filter(one => fits(one.name)).slice(0, MOST)
}
