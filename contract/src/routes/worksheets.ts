import type { Shapes } from '../shapes.js'
import { route } from '../wire/route.js'

/** Worksheets: pages given out or photographed, and what is drawn and written on them. */
export const worksheetRoutes = {
  seeWorksheet: route<Shapes['seeWorksheet']>()(
    'GET',
    '/api/classes/:classId/works/:workId/submissions/:placeId/worksheet',
    'submission.see',
  ),
  saveInk: route<Shapes['saveInk']>()(
    'PUT',
    '/api/classes/:classId/works/:workId/submissions/:placeId/worksheet/ink',
    'submission.write',
  ),
  seeInkVersions: route<Shapes['seeInkVersions']>()(
    'GET',
    '/api/classes/:classId/works/:workId/submissions/:placeId/worksheet/versions',
    'submission.see',
  ),
  seeInkVersion: route<Shapes['seeInkVersion']>()(
    'GET',
    '/api/classes/:classId/works/:workId/submissions/:placeId/worksheet/versions/:number',
    'submission.see',
  ),
  bringInkBack: route<Shapes['bringInkBack']>()(
    'POST',
    '/api/classes/:classId/works/:workId/submissions/:placeId/worksheet/versions/:number/back',
    'draft.bringBack',
  ),
  addSheets: route<Shapes['addSheets']>()(
    'POST',
    '/api/classes/:classId/works/:workId/submissions/:placeId/worksheet/sheets',
    'submission.write',
  ),
  orderSheets: route<Shapes['orderSheets']>()(
    'PUT',
    '/api/classes/:classId/works/:workId/submissions/:placeId/worksheet/sheets',
    'submission.write',
  ),
  seeSheet: route<Shapes['seeSheet']>()(
    'GET',
    '/api/classes/:classId/works/:workId/submissions/:placeId/worksheet/sheets/:sheetId',
    'ownWork.see',
    { carries: 'bytes' },
  ),
  /** As a PDF with everything on it: as it is now, or as it was at a version. */
  takeWorksheet: route<Shapes['takeWorksheet']>()(
    'GET',
    '/api/classes/:classId/works/:workId/submissions/:placeId/worksheet/pdf/:number',
    'ownWork.see',
    { carries: 'bytes' },
  ),
  seeGivenSheets: route<Shapes['seeGivenSheets']>()(
    'GET',
    '/api/classes/:classId/works/:workId/sheets',
    'work.see',
  ),
  giveSheets: route<Shapes['giveSheets']>()(
    'POST',
    '/api/classes/:classId/works/:workId/sheets',
    'work.change',
    { carries: 'file' },
  ),
  removeGivenSheet: route<Shapes['removeGivenSheet']>()(
    'DELETE',
    '/api/classes/:classId/works/:workId/sheets/:sheetId',
    'work.change',
  ),
  seeGivenSheet: route<Shapes['seeGivenSheet']>()(
    'GET',
    '/api/classes/:classId/works/:workId/sheets/:sheetId',
    'work.see',
    { carries: 'bytes' },
  ),
}
