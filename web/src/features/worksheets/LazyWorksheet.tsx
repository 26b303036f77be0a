import { lazy } from 'react'

/** Worksheets come when there is one: what draws them is no part of a page to write on. */
export const LazyWorksheet = lazy(() => import('./OwnWorksheet.js'))
export const LazyShown = lazy(() =>
  import('./WorksheetShown.js').then(({ WorksheetShown }) => ({ default: WorksheetShown })),
)
export const LazyAddPages = lazy(() =>
  import('./AddPages.js').then(({ AddPages }) => ({ default: AddPages })),
)
