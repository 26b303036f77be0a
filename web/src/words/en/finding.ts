import { learn } from '../wording.js'

/** Finding anything by its words. */
export const finding = {
  find_hint: 'Words of a piece, a post, a page, a file or a name',
  find_places: 'Places and deeds',
  find_kind_work: 'Work',
  find_kind_post: 'Said in Talk, in circles and beside work',
  find_kind_page: 'About the classes',
  find_kind_file: 'Files and links',
  find_kind_person: 'People',
  find_draft: 'draft',
  find_looking: 'Looking …',
  find_failed: 'The server could not be asked just now. What you typed is still here: type on to try again.',
  find_count_one: '{count} place has these words.',
  find_count_other: '{count} places have these words.',
} as const

learn(finding)
