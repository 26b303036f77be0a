import type { WorkForm } from '../features/work.js'

/** A work about which nothing is said yet: an assignment for everybody, without times. */
export const EMPTY_WORK: WorkForm = {
  kind: 'assignment',
  topicId: null,
  title: '',
  directions: '',
  details: {},
  week: null,
  lane: null,
  forWhom: 'all',
  groupIds: [],
  placeIds: [],
  rules: { appears: null, opens: null, due: null, closes: null },
  groupRules: {},
  points: null,
  minutes: null,
  category: '',
  links: [],
}
