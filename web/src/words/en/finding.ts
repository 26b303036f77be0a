import { learn } from '../wording.js'

/** Finding anything by its words. */
export const finding = {
  find_hint: 'Search work, posts, pages, files and people',
  find_places: 'Pages and commands',
  find_kind_work: 'Work',
  find_kind_post: 'Talk, circles and threads',
  find_kind_page: 'Pages about the class',
  find_kind_file: 'Files and links',
  find_kind_person: 'People',
  find_draft: 'draft',
  find_looking: 'Searching …',
  find_failed: 'The search did not work just now. Your words are still here: keep typing to try again.',
  find_count_one: '{count} result.',
  find_count_other: '{count} results.',
} as const

learn(finding)
