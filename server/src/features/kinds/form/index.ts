import { asksFamilies, type Form } from '@oppen/core/work/kinds/form'
import type { ServerKind } from '../kind.js'
import { NO_FORM, readForm } from './details.js'
import { formPage } from './page.js'
import { refuseChange } from './service.js'

export const form = {
  readDetails: (world, details, draft) => readForm(world, details, draft),
  pointsOf: null,
  searched: {},
  tables: ['family_parts', 'form_answers'],
  markOf: null,
  made: null,
  page: formPage,
  takenBack: false,
  handedIn: null,
  endings: null,
  changed: async (world, _, address, { before, after }) => {
    const read = (stored: string | null): Form => (stored === null ? NO_FORM : JSON.parse(stored))
    await refuseChange(world, address, read(before), read(after))
  },
  byFamily: ({ form: asked }) => asksFamilies(asked ?? NO_FORM),
} as const satisfies ServerKind
