import type {
  Blank,
  BlankKey,
  BlanksKey,
  GapsAsk,
  GroupsAsk,
  Item,
  PairsAsk,
  TableAsk,
} from '@oppen/core/questions'
import { withIds } from './ids.js'

const linesOf = (text: string): string[] =>
  text
    .split('\n')
    .map(line => line.trim())
    .filter(Boolean)

/** Items of a question, a line each. */
export const itemsOf = (text: string, before: readonly Item[] = []): Item[] => withIds(linesOf(text), before)

export const itemLines = (items: readonly Item[]): string => items.map(({ text }) => text).join('\n')

type Pairs = PairsAsk & { readonly pairs: Readonly<Record<string, string>> }

/** Pairs, a line each: "left = right". What stands behind no sign is a right one that is left over. */
export function pairsOf(text: string, before: PairsAsk = { left: [], right: [] }): Pairs {
  const lines = linesOf(text).map(line => {
    const [from = '', to] = line.split('=').map(part => part.trim())
    return { from: to === undefined ? '' : from, to: to ?? from }
  })
  const right = withIds([...new Set(lines.map(({ to }) => to))], before.right)
  const named = lines.filter(({ from }) => from)
  const left = withIds(
    named.map(({ from }) => from),
    before.left,
  )
  const pairs = left.map(({ id }, index) => [id, right.find(one => one.text === named[index]?.to)?.id ?? ''])
  return { left, right, pairs: Object.fromEntries(pairs) }
}

export function pairLines({ left, right }: PairsAsk, pairs: Readonly<Record<string, string>>): string {
  const named = left.map(({ id, text }) => `${text} = ${right.find(one => one.id === pairs[id])?.text ?? ''}`)
  const over = right.filter(({ id }) => !Object.values(pairs).includes(id)).map(({ text }) => text)
  return [...named, ...over].join('\n')
}

type Groups = GroupsAsk & { readonly of: Readonly<Record<string, string>> }

/** Groups, a line each: "group: item, item". */
export function groupsOf(text: string, before: GroupsAsk = { items: [], groups: [] }): Groups {
  const lines = linesOf(text).map(line => {
    const [name = '', ...rest] = line.split(':')
    const members = rest.join(':').split(',')
    return { name: name.trim(), members: members.map(one => one.trim()).filter(Boolean) }
  })
  const groups = withIds(
    lines.map(({ name }) => name),
    before.groups,
  )
  const items = withIds(
    lines.flatMap(({ members }) => members),
    before.items,
  )
  const groupIds = lines.flatMap(({ members }, index) => members.map(() => groups[index]?.id ?? ''))
  return { items, groups, of: Object.fromEntries(items.map(({ id }, index) => [id, groupIds[index] ?? ''])) }
}

export const groupLines = ({ items, groups }: GroupsAsk, of: Readonly<Record<string, string>>): string =>
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

type Blanks = { readonly blanks: readonly Blank[]; readonly keys: BlanksKey['blanks'] }
type Before = { readonly blanks: readonly Blank[]; readonly keys: BlanksKey['blanks'] }
const NONE: Before = { blanks: [], keys: {} }

/** What stands in brackets, as it is to be filled in. */
function readBlank(inside: string, before: BlankKey | undefined): [Omit<Blank, 'id'>, BlankKey] {
  const parts = inside.split('|').map(part => part.trim())
  const right = parts.find(part => part.startsWith('*'))
  if (inside.trim().startsWith('=')) {
    const value = inside.trim().slice(1).trim()
    const kept = before?.is === 'number' ? before : NUMBER_KEY
    return [{ is: 'number' }, { ...kept, is: 'number', value }]
  }
  if (right !== undefined) {
    const choices = parts.map(part => part.replace(/^\*/, '').trim())
    return [{ is: 'choice', choices } as Omit<Blank, 'id'>, { is: 'choice', right: right.slice(1).trim() }]
  }
  const kept = before?.is === 'text' ? before : TEXT_KEY
  return [{ is: 'text' }, { ...kept, is: 'text', accepted: parts }]
}

const showBlank = (blank: Blank, key: BlankKey | undefined): string => {
  if (!key) return ''
  if (key.is === 'number') return `=${key.value}`
  if (key.is === 'text') return key.accepted.join('|')
  const choices = blank.is === 'choice' ? blank.choices : []
  return choices.map(choice => (choice === key.right ? `*${choice}` : choice)).join('|')
}

const BRACKETS = /\[([^\]\n]+)\]/g

/** Texts with what is to be filled in taken out of their brackets; what was there before keeps its id. */
function readBlanks(texts: readonly string[], before: Before): Blanks & { readonly texts: string[] } {
  const inside = texts.flatMap(text => [...text.matchAll(BRACKETS)].map(([, one]) => one ?? ''))
  const known = before.blanks.map(blank => ({ id: blank.id, text: showBlank(blank, before.keys[blank.id]) }))
  const ids = withIds(inside, known, taken => {
    for (let number = 1; ; number++)
      if (!taken.has(`p${number}`) && !known.some(({ id }) => id === `p${number}`)) return `p${number}`
  })
  const read = ids.map(({ id, text }) => [id, readBlank(text, before.keys[id])] as const)
  let at = 0
  return {
    texts: texts.map(text => text.replace(BRACKETS, () => `[[${ids[at++]?.id ?? ''}]]`)),
    blanks: read.map(([id, [blank]]) => ({ id, ...blank }) as Blank),
    keys: Object.fromEntries(read.map(([id, [, key]]) => [id, key])),
  }
}

const withBrackets = (text: string, { blanks, keys }: Before): string =>
  text.replace(/\[\[([\w-]+)\]\]/g, (whole, id: string) => {
    const blank = blanks.find(one => one.id === id)
    return blank ? `[${showBlank(blank, keys[id])}]` : whole
  })

/**
 * A text with gaps, each in brackets: "[tide]" takes that word, "[tide|flood]" either, "[=3.5]" a number, and
 * "[*wet|dry|damp]" is chosen from a list of which the marked one is right.
 */
export function gapsOf(
  text: string,
  before: Before = NONE,
): { readonly ask: GapsAsk; readonly keys: BlanksKey['blanks'] } {
  const { texts, blanks, keys } = readBlanks([text], before)
  return { ask: { text: texts[0] ?? '', blanks }, keys }
}

/** The same text as it was typed. */
export const gapLines = ({ text, blanks }: GapsAsk, keys: BlanksKey['blanks']): string =>
  withBrackets(text, { blanks, keys })

/** A table whose cells have what is to be filled in in brackets, as a text with gaps has. */
export function tableOf(
  rows: readonly (readonly string[])[],
  before: Before = NONE,
): { readonly ask: TableAsk; readonly keys: BlanksKey['blanks'] } {
  const { texts, blanks, keys } = readBlanks(rows.flat(), before)
  let at = 0
  return { ask: { rows: rows.map(row => row.map(() => texts[at++] ?? '')), blanks }, keys }
}

/** The cells as they were typed. */
export const tableCells = ({ rows, blanks }: TableAsk, keys: BlanksKey['blanks']): string[][] =>
  rows.map(row => row.map(cell => withBrackets(cell, { blanks, keys })))
