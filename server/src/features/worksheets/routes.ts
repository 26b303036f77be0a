import { type Handlers, written } from '../../http/serve.js'
import { giveSheets, removeGivenSheet, seeGivenSheets, sendGivenSheet } from './given.js'
import { saveInk } from './saving.js'
import { bringInkBack, orderSheets, seeInkVersion, seeInkVersions, seeWorksheet } from './service.js'
import { addSheets, sendSheet, sendWorksheet } from './sheets.js'

export const worksheetHandlers = {
  seeWorksheet: async ({ world, viewer, params }) => written(await seeWorksheet(world, viewer, params)),
  saveInk: ({ world, viewer, params, body }) => saveInk(world, viewer, params, body),
  seeInkVersions: async ({ world, params }) => written(await seeInkVersions(world, params)),
  seeInkVersion: async ({ world, params }) => written(await seeInkVersion(world, params)),
  bringInkBack: ({ world, viewer, params }) => bringInkBack(world, viewer, params),
  addSheets: ({ world, viewer, params, body }) => addSheets(world, viewer, params, body.uploadId),
  orderSheets: ({ world, viewer, params, body }) => orderSheets(world, viewer, params, body.sheetIds),
  seeSheet: ({ world, viewer, params, response }) => sendSheet(world, viewer, params, response),
  takeWorksheet: ({ world, viewer, params, response }) => sendWorksheet(world, viewer, params, response),
  seeGivenSheets: ({ world, params }) => seeGivenSheets(world, params),
  giveSheets: ({ world, params, request }) => giveSheets(world, params, request),
  removeGivenSheet: ({ world, params }) => removeGivenSheet(world, params),
  seeGivenSheet: ({ world, params, response }) => sendGivenSheet(world, params, response),
} satisfies Partial<Handlers>
