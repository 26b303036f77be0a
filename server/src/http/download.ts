import type { Response } from 'express'
import Papa from 'papaparse'

/** Sends bytes that were made here as a file of the given name. */
export function sendBytes(
  response: Response,
  bytes: Uint8Array | string,
  type: string,
  name: string,
): undefined {
  response.set({
    'content-type': type,
    'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
    'x-content-type-options': 'nosniff',
  })
  response.end(bytes)
  return undefined
}

/**
 * What spreadsheets run as a formula by its first sign (OWASP, "CSV Injection"), the wide forms of East Asian keyboards
 * among them.
 */
const FORMULA = /^[=+\-@\t\r\n\uff1d\uff0b\uff0d\uff20]/

/**
 * A table as CSV (RFC 4180, with a mark for UTF-8 in front, by which spreadsheets know it). Cells that a spreadsheet
 * would run as a formula are disarmed.
 */
export const csvOf = (table: readonly (readonly string[])[]): string =>
  `\ufeff${Papa.unparse(table as string[][], { newline: '\r\n', escapeFormulae: FORMULA })}\r\n`

/** Sends a table as a CSV file. */
export const sendCsv = (response: Response, table: readonly (readonly string[])[], name: string): undefined =>
  sendBytes(response, csvOf(table), 'text/csv; charset=utf-8', name)
