import type { Blank, BlankKey, BlanksKey, GapsAsk, Item } from '@oppen/core/questions'

/** Ids of parts, in their order. */
const idOf = (index: number): string => `p${index + 1}`

/** Items of a question, a line each. */
export const itemsOf = (text: string): Item[] =>
  text
    .split('\n')
    .filter(line => line.trim())
    .map((line, index) => ({ id: idOf(index), text: line.trim() }))

export const itemLines = (items: readonly Item[]): string => items.map(({ text }) => text).join('\n')

/** Pairs, a line each: "left = right". What stands behind no sign is a right one that is left over. */
export function pairsOf(text: string): { left: Item[]; right: Item[]; pairs: Record<string, string> } {
  const left: Item[] = []
  const right: Item[] = []
  const pairs: Record<string, string> = {}
  for (const line of text.split('\n').filter(one => one.trim())) {
    const [from = '', to] = line.split('=').map(part => part.trim())
    const words = to ?? from
    let match = right.find(item => item.text === words)
    if (!match) {
      match = { id: `r${right.length + 1}`, text: words }
      right.push(match)
    }
    if (to === undefined || !from) continue
    const item = { id: `l${left.length + 1}`, text: from }
    left.push(item)
    pairs[item.id] = match.id
  }
  return { left, right, pairs }
}

export function pairLines(
  { left, right }: { readonly left: readonly Item[]; readonly right: readonly Item[] },
  pairs: Readonly<Record<string, string>>,
): string {
  const named = left.map(({ id, text }) => `${text} = ${right.find(one => one.id === pairs[id])?.text ?? ''}`)
  const over = right.filter(({ id }) => !Object.values(pairs).includes(id)).map(({ text }) => text)
  return [...named, ...over].join('\n')
}

/** Groups, a line each: "group: item, item". */
export function groupsOf(text: string): { items: Item[]; groups: Item[]; of: Record<string, string> } {
  const items: Item[] = []
  const groups: Item[] = []
  const of: Record<string, string> = {}
  for (const line of text.split('\n').filter(one => one.trim())) {
    const [name = '', ...rest] = line.split(':')
    const group = { id: `g${groups.length + 1}`, text: name.trim() }
    groups.push(group)
    for (const words of rest
      .join(':')
      .split(',')
      .map(one => one.trim())
      .filter(Boolean)) {
      const item = { id: `i${items.length + 1}`, text: words }
      items.push(item)
      of[item.id] = group.id
    }
  }
  return { items, groups, of }
}

export const groupLines = (
  { items, groups }: { readonly items: readonly Item[]; readonly groups: readonly Item[] },
  of: Readonly<Record<string, string>>,
): string =>
  groups
    .map(
      group =>
        `${group.text}: ${items
          .filter(({ id }) => of[id] === group.id)
          .map(({ text }) => text)
          .join(', ')}`,
    )
    .join('\n')

const TEXT_KEY = { capitals: false, accents: true, spaces: true, slips: 0 } as const
const NUMBER_KEY = { unit: null, tolerance: { is: 'exact', by: '' }, form: 'any', figures: null } as const

/**
 * A text with gaps, each in brackets: "[tide]" takes that word, "[tide|flood]" either, "[=3.5]" a number, and
 * "[*wet|dry|damp]" is chosen from a list of which the marked one is right.
 */
export function gapsOf(text: string): { ask: GapsAsk; blanks: BlanksKey['blanks'] } {
  const blanks: Blank[] = []
  const keys: Record<string, BlankKey> = {}
  const filled = text.replace(/\[([^\]\n]+)\]/g, (_, inside: string) => {
    const id = idOf(blanks.length)
    const parts = inside.split('|').map(part => part.trim())
    const right = parts.find(part => part.startsWith('*'))
    if (inside.trim().startsWith('=')) {
      blanks.push({ id, is: 'number' })
      keys[id] = { is: 'number', value: inside.trim().slice(1).trim(), ...NUMBER_KEY }
    } else if (right !== undefined) {
      blanks.push({ id, is: 'choice', choices: parts.map(part => part.replace(/^\*/, '').trim()) })
      keys[id] = { is: 'choice', right: right.slice(1).trim() }
    } else {
      blanks.push({ id, is: 'text' })
      keys[id] = { is: 'text', accepted: parts, ...TEXT_KEY }
    }
    return `[[${id}]]`
  })
  return { ask: { text: filled, blanks }, blanks: keys }
}

/** The same text as it was typed. */
export const gapLines = ({ text, blanks }: GapsAsk, keys: BlanksKey['blanks']): string =>
  text.replace(/\[\[([\w-]+)\]\]/g, (whole, id: string) => {
    const key = keys[id]
    if (!key) return whole
    if (key.is === 'number') return `[=${key.value}]`
    if (key.is === 'text') return `[${key.accepted.join('|')}]`
    const blank = blanks.find(one => one.id === id)
    const choices = blank?.is === 'choice' ? blank.choices : []
    return `[${choices.map(choice => (choice === key.right ? `*${choice}` : choice)).join('|')}]`
  })
