import { err, ok } from '../../outcome/index.js'
import { areDistinct, areItems, type Item, type QuestionRules, RIGHT, WRONG } from '../kind.js'
import { together } from './blanks.js'

export type PairsAsk = { readonly left: readonly Item[]; readonly right: readonly Item[] }
export type PairsKey = { readonly pairs: Readonly<Record<string, string>>; readonly partial: boolean }
export type PairsAnswer = { readonly pairs: Readonly<Record<string, string>> }

/** Pairs: to each on the left one of the right, each pair worth the same. On the right some may be left over. */
export const pairs: QuestionRules<PairsAsk, PairsKey, PairsAnswer> = {
  marked: 'byKey',
  check: ({ left, right }, key) => {
    if (!areDistinct(left, 2) || !areDistinct(right, 2)) return err('question_items')
    return left.every(({ id }) => areItems([key.pairs[id] ?? ''], right))
      ? ok(true)
      : err('question_no_right')
  },
  isBlank: answer => Object.keys(answer.pairs).length === 0,
  read: ({ left, right }, answer) =>
    areItems(Object.keys(answer.pairs), left) &&
    Object.values(answer.pairs).every(id => areItems([id], right))
      ? ok(answer)
      : err('answer_part'),
  mark: ({ left }, key, answer) =>
    together(
      left.map(({ id }) => [id, answer.pairs[id] === key.pairs[id] ? RIGHT : WRONG] as const),
      key.partial,
    ),
}

export type GroupsAsk = { readonly items: readonly Item[]; readonly groups: readonly Item[] }
export type GroupsKey = { readonly groups: Readonly<Record<string, string>>; readonly partial: boolean }
export type GroupsAnswer = { readonly groups: Readonly<Record<string, string>> }

/** Items sorted into groups, each item worth the same. */
export const groups: QuestionRules<GroupsAsk, GroupsKey, GroupsAnswer> = {
  marked: 'byKey',
  check: (ask, key) => {
    if (!areDistinct(ask.items, 2) || !areDistinct(ask.groups, 2)) return err('question_items')
    return ask.items.every(({ id }) => areItems([key.groups[id] ?? ''], ask.groups))
      ? ok(true)
      : err('question_no_right')
  },
  isBlank: answer => Object.keys(answer.groups).length === 0,
  read: (ask, answer) =>
    areItems(Object.keys(answer.groups), ask.items) &&
    Object.values(answer.groups).every(id => areItems([id], ask.groups))
      ? ok(answer)
      : err('answer_part'),
  mark: ({ items }, key, answer) =>
    together(
      items.map(({ id }) => [id, answer.groups[id] === key.groups[id] ? RIGHT : WRONG] as const),
      key.partial,
    ),
}

export type OrderAsk = { readonly items: readonly Item[] }
export type OrderKey = { readonly order: readonly string[]; readonly partial: boolean }
export type OrderAnswer = { readonly order: readonly string[] }

/**
 * Items in order. In parts, each neighbour that follows as in the key has the same share: of A B C D, the order B C D A has two
 * of three, so that one item in the wrong place does not cost everything.
 */
export const order: QuestionRules<OrderAsk, OrderKey, OrderAnswer> = {
  marked: 'byKey',
  check: ({ items }, key) => {
    if (!areDistinct(items, 2)) return err('question_items')
    return key.order.length === items.length && areItems(key.order, items)
      ? ok(true)
      : err('question_no_right')
  },
  isBlank: answer => answer.order.length === 0,
  read: ({ items }, answer) =>
    answer.order.length === 0 || (answer.order.length === items.length && areItems(answer.order, items))
      ? ok(answer)
      : err('answer_part'),
  mark: (_, key, answer) => {
    const follows = key.order.slice(1).map((id, index) => {
      const at = answer.order.indexOf(key.order[index] ?? '')
      return [id, at >= 0 && answer.order[at + 1] === id ? RIGHT : WRONG] as const
    })
    return together(follows, key.partial)
  },
}
