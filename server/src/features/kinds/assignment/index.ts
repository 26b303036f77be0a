import { isBlank } from '@oppen/core/texts'
import { readHtml } from '../../../html.js'
import { Refused } from '../../../refusal.js'
import { changed, draftOf } from '../../drafts/service.js'
import { filesOf } from '../../files/service.js'
import { worksheetToHandIn } from '../../worksheets/service.js'
import type { ServerKind } from '../kind.js'

export const assignment = {
  readDetails: async (world, { assignment: own }) => {
    const template = own?.template ?? null
    if (template === null || isBlank(template)) return null
    const cleaned = await readHtml(world, 'draft', template, 'details.assignment.template')
    return JSON.stringify({ template: cleaned })
  },
  // its files are found by their names, as all files
  searched: {},
  tables: ['drafts', 'draft_versions', 'files', 'ink', 'sheets', 'worksheet_versions', 'worksheets'],
  markOf: null,
  made: async (world, address, { details }, { version, ink }) => {
    const draft = await draftOf(world.db, address)
    const files = await filesOf(world.db, address)
    const worksheet = await worksheetToHandIn(world, address)
    const written = !!draft && draft.html !== (details.assignment?.template ?? null) && !isBlank(draft.html)
    const refusal = () => {
      if (draft && draft.version !== version) return changed(draft)
      if (worksheet && ink !== null && worksheet.version !== ink)
        return new Refused('worksheet_changed', { version: worksheet.version })
      return undefined
    }
    return {
      isBlank: !written && !files.length && !worksheet?.items,
      savedAt: draft?.savedAt ?? null,
      changed: refusal(),
      html: draft?.html ?? '',
      // its pages in order, and the version at which it stood
      worksheet: worksheet && JSON.stringify({ ...worksheet, pages: worksheet.sheets.length }),
      files: files.map(file => file.id),
    }
  },
  pointsOf: null,
  page: null,
  takenBack: true,
  handedIn: null,
  endings: null,
  changed: null,
  byFamily: null,
} as const satisfies ServerKind
