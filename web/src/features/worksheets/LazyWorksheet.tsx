import { part } from '../../app/part.js'

/** Worksheets come when there is one: what draws them is no part of a page to write on. */
export const LazyWorksheet = part(() => import('./OwnWorksheet.js'), ['doing', 'worksheets'])
export const LazyShown = part(() =>
  import('./WorksheetShown.js').then(({ WorksheetShown }) => ({ default: WorksheetShown })),
)
export const LazySheetVersions = part(() =>
  import('./SheetVersions.js').then(({ SheetVersions }) => ({ default: SheetVersions })),
)
export const LazyAddPages = part(() =>
  import('./AddPages.js').then(({ AddPages }) => ({ default: AddPages })),
)
