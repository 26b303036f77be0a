import { type Book, TextProblem, wordCount } from './book.js'
import { cleaned } from './cleaned.js'
import { openEpub } from './epub.js'

/** The largest file that is opened, in bytes. */
const MOST = { text: 2_000_000, book: 80_000_000 }

/** Opens a file with a text in it. Rejects with a `TextProblem`. */
export async function openText(file: File): Promise<Book> {
  const head = new Uint8Array(await file.slice(0, 4).arrayBuffer())
  // a book is a ZIP, whatever its name says
  if (head[0] === 0x50 && head[1] === 0x4b) {
    if (file.size > MOST.book) throw new TextProblem('large')
    return openEpub(file)
  }
  if (file.size > MOST.text) throw new TextProblem('large')
  const { textOf } = await import('../../../../app/tables.js')
  const text = await textOf(file)
  // letters have no such signs; other files do
  if (text.slice(0, 4_000).includes('\0')) throw new TextProblem('kind')
  return /\.x?html?$/i.test(file.name) || /^\s*<(!doctype|html)\b/i.test(text)
    ? ofPage(text)
    : ofPlain(file.name, text)
}

const NO_PICTURES = async () => undefined

function ofPage(text: string): Book {
  const page = new DOMParser().parseFromString(text, 'text/html')
  const html = cleaned(page.querySelector('main, article') ?? page.body)
  if (!html) throw new TextProblem('empty')
  const title = page.title.trim()
  return {
    title,
    language: page.documentElement.lang || undefined,
    chapters: [{ title, html, words: wordCount(html) }],
    picture: NO_PICTURES,
  }
}

function ofPlain(name: string, text: string): Book {
  const paragraphs = text.replaceAll('\r\n', '\n').split(/\n[ \t]*\n+/)
  const html = paragraphs
    .map(one => one.trim())
    .filter(Boolean)
    .map(one => `<p>${one.split('\n').map(escaped).join(' ')}</p>`)
    .join('')
  if (!html) throw new TextProblem('empty')
  return {
    title: name.replace(/\.[^.]*$/, ''),
    language: undefined,
    chapters: [{ title: '', html, words: wordCount(html) }],
    picture: NO_PICTURES,
  }
}

const escaped = (text: string): string => text.trim().replaceAll('&', '&amp;').replaceAll('<', '&lt;')
