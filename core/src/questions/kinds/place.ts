import { err, ok } from '../../outcome/index.js'
import { type QuestionRules, RIGHT, WRONG } from '../kind.js'

/** A place on a picture, in thousandths of its width and height from the top left. */
export type Point = { readonly x: number; readonly y: number }
/** A rectangle or an ellipse around the middle of one, by its corners. */
export type Area = { readonly is: 'box' | 'oval'; readonly from: Point; readonly to: Point }

export type PlaceAsk = {
  /** The address of the picture, and what it shows, in words. */
  readonly picture: string
  readonly shows: string
}
export type PlaceKey = { readonly areas: readonly Area[] }
export type PlaceAnswer = { readonly point: Point | null }

const WIDE = 1000
const isOnPicture = ({ x, y }: Point): boolean => [x, y].every(part => part >= 0 && part <= WIDE)

/** A place on a picture: right within one of the areas. */
export const place: QuestionRules<PlaceAsk, PlaceKey, PlaceAnswer> = {
  marked: 'byKey',
  check: ({ picture, shows }, { areas }) => {
    if (!picture) return err('question_no_picture')
    if (!shows.trim()) return err('question_picture_words')
    const sound = areas.every(
      ({ from, to }) => isOnPicture(from) && isOnPicture(to) && from.x < to.x && from.y < to.y,
    )
    return areas.length && sound ? ok(true) : err('question_no_right')
  },
  isBlank: ({ point }) => point === null,
  read: (_, answer) => (answer.point === null || isOnPicture(answer.point) ? ok(answer) : err('answer_part')),
  mark: (_, { areas }, { point }) => (point && areas.some(area => lies(point, area)) ? RIGHT : WRONG),
}

function lies({ x, y }: Point, { is, from, to }: Area): boolean {
  if (x < from.x || x > to.x || y < from.y || y > to.y) return false
  if (is === 'box') return true
  const across = (2 * x - from.x - to.x) / (to.x - from.x)
  const down = (2 * y - from.y - to.y) / (to.y - from.y)
  return across ** 2 + down ** 2 <= 1
}
