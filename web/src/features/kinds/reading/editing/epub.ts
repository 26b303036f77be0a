import { wrap } from 'comlink'
import { type Book, TextProblem, wordCount } from './book.js'
import { cleaned } from './cleaned.js'
import type { UnzipWorker } from './unzip.worker.js'

/** So many parts of a book are looked at. */
const MOST_CHAPTERS = 400

/**
 * Opens a book. Source: EPUB 3.3 (W3C Recommendation, 2023): `META-INF/container.xml` names the package document, whose manifest
 * names the files and whose spine gives their order. Rejects with a `TextProblem`: `locked` where its text is encrypted.
 */
export async function openEpub(file: File): Promise<Book> {
  const entries = await unzipped(file)
  const text = (path: string): string | undefined => {
    const bytes = entries.get(path)
    return bytes && new TextDecoder().decode(bytes)
  }
  const container = xml(text('META-INF/container.xml'))
  const path = container && element(container, 'rootfile')?.getAttribute('full-path')
  const packed = path ? xml(text(path)) : undefined
  if (!path || !packed) throw new TextProblem('broken')
  const manifest = new Map(
    elements(packed, 'item').map(item => [
      item.getAttribute('id') ?? '',
      { path: resolved(path, item.getAttribute('href') ?? ''), type: item.getAttribute('media-type') ?? '' },
    ]),
  )
  const locked = new Set(
    elements(xml(text('META-INF/encryption.xml')), 'CipherReference').map(
      one => one.getAttribute('URI') ?? '',
    ),
  )
  const spine = elements(packed, 'itemref').slice(0, MOST_CHAPTERS)
  const chapters = spine.flatMap(itemref => {
    const item = manifest.get(itemref.getAttribute('idref') ?? '')
    if (!item || !/html/.test(item.type)) return []
    if (locked.has(item.path)) throw new TextProblem('locked')
    const page = text(item.path)
    if (page === undefined) return []
    return chapterOf(page, item.path)
  })
  if (!chapters.length) throw new TextProblem('empty')
  const types = new Map([...manifest.values()].map(one => [one.path, one.type]))
  return {
    title: element(packed, 'title')?.textContent?.trim() ?? '',
    language: element(packed, 'language')?.textContent?.trim() || undefined,
    chapters,
    picture: async address => {
      const bytes = entries.get(address)
      const type = types.get(address) ?? ''
      if (!bytes || !/^image\/(png|jpeg|gif|webp)$/.test(type)) return undefined
      return new File([bytes as BlobPart], address.split('/').at(-1) ?? 'picture', { type })
    },
  }
}

function chapterOf(page: string, path: string) {
  // as a browser reads any page: a book with faults in its marks still has its words
  const { body, title } = new DOMParser().parseFromString(page, 'text/html')
  for (const image of body.querySelectorAll('img[src]'))
    image.setAttribute('src', resolved(path, image.getAttribute('src') ?? ''))
  const html = cleaned(body)
  if (!html) return []
  const heading = body.querySelector('h1, h2, h3')?.textContent?.trim()
  return [
    { title: (heading || title.trim()).replaceAll(/\s+/g, ' ').slice(0, 120), html, words: wordCount(html) },
  ]
}

async function unzipped(file: File): Promise<Map<string, Uint8Array>> {
  const worker = new Worker(new URL('./unzip.worker.ts', import.meta.url), { type: 'module' })
  try {
    const failed = new Promise<never>((_, reject) =>
      worker.addEventListener('error', () => reject(new TextProblem('broken'))),
    )
    const bytes = new Uint8Array(await file.arrayBuffer())
    const found = await Promise.race([wrap<UnzipWorker>(worker).unzipped(bytes), failed])
    if (found === 'large') throw new TextProblem('large')
    if (found === 'broken') throw new TextProblem('broken')
    return new Map(Object.entries(found))
  } finally {
    worker.terminate()
  }
}

/** A document of XML; undefined where it is none. */
function xml(text: string | undefined): Document | undefined {
  if (!text) return undefined
  const read = new DOMParser().parseFromString(text, 'application/xml')
  return read.querySelector('parsererror') ? undefined : read
}

const elements = (of: Document | undefined, name: string): Element[] =>
  of ? [...of.getElementsByTagNameNS('*', name)] : []
const element = (of: Document, name: string): Element | undefined => elements(of, name)[0]

/** The path in the book that an address means, seen from a file; nothing leads out of the book. */
export function resolved(from: string, address: string): string {
  try {
    const base = 'https://book.invalid/'
    const url = new URL(address, `${base}${from}`)
    return url.href.startsWith(base) ? decodeURIComponent(url.pathname.slice(1)) : ''
  } catch {
    return ''
  }
}
