import type { WordKey } from '../words/say.js'

/** The parts of a school that its owner looks after. */
export const SCHOOL_PARTS = [
  { to: '/school', key: 'school_overview' },
  { to: '/school/teachers', key: 'school_teachers' },
  { to: '/school/people', key: 'school_people' },
  { to: '/school/settings', key: 'school_settings' },
  { to: '/school/storage', key: 'school_storage' },
  { to: '/school/audit-log', key: 'school_audit' },
] as const satisfies readonly { to: string; key: WordKey }[]
