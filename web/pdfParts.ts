import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname } from 'node:path'

const manifest = createRequire(import.meta.url).resolve('pdfjs-dist/package.json')
const { version } = JSON.parse(readFileSync(manifest, 'utf8')) as { version: string }

/**
 * What pdf.js reads of its own while it draws, each when a PDF needs it: decoders of scanned pages, standard fonts,
 * tables of characters, colours. They stand under the version, so that they can be kept for as long as it is.
 */
export const PDF_PARTS = ['wasm', 'standard_fonts', 'cmaps', 'iccs'].map(part => ({
  src: `${dirname(manifest)}/${part}/*`,
  dest: `assets/pdfjs-${version}/${part}`,
  rename: { stripBase: true as const },
}))
