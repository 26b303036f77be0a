import type { Shapes } from '../shapes.js'
import { route } from '../wire/route.js'

const BYTES = { carries: 'bytes' } as const

/** Work worth keeping, and one piece of it shown to somebody outside. */
export const portfolioRoutes = {
  seePortfolio: route<Shapes['seePortfolio']>()(
    'GET',
    '/api/classes/:classId/portfolio/:placeId',
    'portfolio.see',
  ),
  takePortfolioPdf: route<Shapes['takePortfolioPdf']>()(
    'GET',
    '/api/classes/:classId/portfolio/:placeId/pdf',
    'portfolio.see',
    BYTES,
  ),
  takePortfolioZip: route<Shapes['takePortfolioZip']>()(
    'GET',
    '/api/classes/:classId/portfolio/:placeId/zip',
    'portfolio.see',
    BYTES,
  ),
  seeKept: route<Shapes['seeKept']>()(
    'GET',
    '/api/classes/:classId/portfolio/:placeId/:workId/:number',
    'portfolio.see',
  ),
  keepWork: route<Shapes['keepWork']>()(
    'PUT',
    '/api/classes/:classId/portfolio/:placeId/:workId/:number',
    'portfolio.keep',
  ),
  removeKept: route<Shapes['removeKept']>()(
    'DELETE',
    '/api/classes/:classId/portfolio/:placeId/:workId/:number',
    'portfolio.keep',
  ),
  restoreKept: route<Shapes['restoreKept']>()(
    'POST',
    '/api/classes/:classId/portfolio/:placeId/:workId/:number/restore',
    'portfolio.keep',
  ),
  seeKeptFile: route<Shapes['seeKeptFile']>()(
    'GET',
    '/api/classes/:classId/portfolio/:placeId/:workId/:number/files/:fileId',
    'portfolio.see',
    BYTES,
  ),
  seeKeptWorksheet: route<Shapes['seeKeptWorksheet']>()(
    'GET',
    '/api/classes/:classId/portfolio/:placeId/:workId/:number/worksheet',
    'portfolio.see',
    BYTES,
  ),
  takeKeptPdf: route<Shapes['takeKeptPdf']>()(
    'GET',
    '/api/classes/:classId/portfolio/:placeId/:workId/:number/pdf',
    'portfolio.see',
    BYTES,
  ),
  takeKeptZip: route<Shapes['takeKeptZip']>()(
    'GET',
    '/api/classes/:classId/portfolio/:placeId/:workId/:number/zip',
    'portfolio.see',
    BYTES,
  ),
  makeLink: route<Shapes['makeLink']>()(
    'POST',
    '/api/classes/:classId/portfolio/:placeId/:workId/:number/links',
    'portfolio.share',
  ),
  revokeLink: route<Shapes['revokeLink']>()(
    'DELETE',
    '/api/classes/:classId/portfolio/:placeId/:workId/:number/links/:linkId',
    'portfolio.revoke',
  ),
  seeShared: route<Shapes['seeShared']>()('GET', '/api/shared/:linkKey', 'open'),
  seeSharedFile: route<Shapes['seeSharedFile']>()('GET', '/api/shared/:linkKey/files/:fileId', 'open', BYTES),
  seeSharedWorksheet: route<Shapes['seeSharedWorksheet']>()(
    'GET',
    '/api/shared/:linkKey/worksheet',
    'open',
    BYTES,
  ),
}
