import type { Handlers } from '../../http/serve.js'
import { makeLink, revokeLink, seeShared, sendSharedFile, sendSharedWorksheet } from './links.js'
import { sendKeptPdf, sendKeptWorksheet, sendKeptZip, sendPortfolioPdf, sendPortfolioZip } from './paper.js'
import { keepWork, removeKept, restoreKept, seeKept, seePortfolio, sendKeptFile } from './service.js'

export const portfolioHandlers = {
  seePortfolio: ({ world, viewer, params }) => seePortfolio(world, viewer, params),
  takePortfolioPdf: ({ world, viewer, params, response }) =>
    sendPortfolioPdf(world, viewer, params, response),
  takePortfolioZip: ({ world, viewer, params, response }) =>
    sendPortfolioZip(world, viewer, params, response),
  seeKept: ({ world, viewer, params }) => seeKept(world, viewer, params),
  keepWork: ({ world, viewer, params, body }) => keepWork(world, viewer, params, body),
  removeKept: ({ world, viewer, params }) => removeKept(world, viewer, params),
  restoreKept: ({ world, viewer, params }) => restoreKept(world, viewer, params),
  seeKeptFile: ({ world, viewer, params, response }) => sendKeptFile(world, viewer, params, response),
  seeKeptWorksheet: ({ world, viewer, params, response }) =>
    sendKeptWorksheet(world, viewer, params, response),
  takeKeptPdf: ({ world, viewer, params, response }) => sendKeptPdf(world, viewer, params, response),
  takeKeptZip: ({ world, viewer, params, response }) => sendKeptZip(world, viewer, params, response),
  makeLink: ({ world, viewer, params, body }) => makeLink(world, viewer, params, body),
  revokeLink: ({ world, viewer, params }) => revokeLink(world, viewer, params),
  seeShared: ({ world, params, response }) => seeShared(world, params.linkKey, response),
  seeSharedFile: ({ world, params, response }) => sendSharedFile(world, params, response),
  seeSharedWorksheet: ({ world, params, response }) => sendSharedWorksheet(world, params.linkKey, response),
} satisfies Partial<Handlers>
