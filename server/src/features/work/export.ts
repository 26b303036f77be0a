import type { ClassId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { type Language, localeOf } from '@oppen/core/register'
import { dayInWords, timeOfDay } from '@oppen/core/timing'
import { draftTitle } from '@oppen/core/work'
import type { Response } from 'express'
import type { ZipFile } from 'yazl'
import { escapeHtml } from '../../html.js'
import { sendZip } from '../../http/sendZip.js'
import { formulaMarkup } from '../../paper/formulaMarkup.js'
import { sayIn } from '../../words/index.js'
import type { World } from '../../world.js'

import { languageOf } from '../accounts/service.js'
import { serverKind } from '../kinds/index.js'
import { worksheetBytes } from '../worksheets/sheets.js'
import { type OwnWork, type OwnWorkSubmission, readOwnWork, type WorksheetAt } from './ownWork.js'
import type { OwnPlace } from './queriesOfExport.js'

/** Something in the zip that the page in front leads to. */
export type Entry = { readonly name: string; readonly words: string }

type Packing = {
  readonly world: World
  readonly zip: ZipFile
  /** The folder of all of it, "work/Tides/"; nothing for a zip of its own. */
  readonly under: string
  readonly page: OwnWork
  readonly classId: ClassId
  /** In which language it is written. */
  readonly language: Language
  /** Leaves out how the submission stands now: what was handed in is all there is to it. */
  readonly handInsAlone?: true
}

/**
 * All own work of one pupil in a class as a zip: a folder for each submission with the draft and each hand-in as a page that
 * any browser shows and as a PDF, worksheets as PDFs, the files as they are, and one page in front that lists them with
 * states and marks.
 */
export async function sendExport(
  world: World,
  viewer: Viewer,
  address: OwnPlace,
  response: Response,
): Promise<undefined> {
  const language = await languageOf(world, viewer.accountId)
  const page = await readOwnWork(world, address)
  return sendZip(response, `${page.pupil.name}, ${page.className}.zip`, (zip, going) =>
    packExport({ world, zip, under: '', language, going }, address),
  )
}

type Into = Omit<Packing, 'page' | 'classId'> & {
  /** Whether whoever asked is still there. */
  readonly going: () => boolean
}

/** Puts all own work of one pupil in a class into a zip; false where whoever asked has left. */
export async function packExport(
  { world, zip, under, language, going }: Into,
  address: OwnPlace,
): Promise<boolean> {
  const page = await readOwnWork(world, address)
  const rows: string[] = []
  for (const [index, submission] of page.submissions.entries()) {
    if (!going()) return false
    rows.push(
      rowOf(
        language,
        submission,
        index,
        await packSubmission(
          { world, zip, under, page, language, classId: address.classId },
          submission,
          index,
        ),
      ),
    )
  }
  zip.addBuffer(Buffer.from(frontPage(world, language, page, rows)), `${under}index.html`)
  return true
}

/** Puts what was made of one piece of work into a zip; gives what the page in front leads to. */
export async function packSubmission(
  packing: Packing,
  submission: OwnWorkSubmission,
  index: number,
): Promise<Entry[]> {
  const { world, zip, under, page, language, classId, handInsAlone } = packing
  const say = sayIn(language)
  const folder = folderOf(submission, index)
  const entries: Entry[] = []
  const put = (name: string, words: string, bytes: Buffer) => {
    zip.addBuffer(bytes, `${under}${folder}/${name}`)
    entries.push({ name: `${folder}/${name}`, words })
  }
  const title = draftTitle(submission.title, page.pupil.name)
  const owner = page.pupil.placeId
  const putPage = async (name: string, words: string, html: string) => {
    const { documents } = world.workers
    const shown = html.includes('data-strokes') ? await documents.run('drawings', html, owner) : html
    put(`${name}.html`, words, Buffer.from(whole(language, title, forBrowser(submission, shown))))
    const pictures = await picturesOf(world, submission, html)
    const foot = `${page.className} · ${words}`
    try {
      const printed = await documents.run('print', { title, html, foot, pictures }, owner)
      put(`${name}.pdf`, 'PDF', Buffer.from(printed))
    } catch (error) {
      // the page itself is there
      world.log.error({ error, workId: submission.workId }, 'a page could not be printed')
    }
  }
  const putWorksheet = async (name: string, words: string, at: WorksheetAt | null) => {
    const address = { workId: submission.workId, placeId: page.pupil.placeId }
    if (!at) return
    try {
      put(`${name}.pdf`, words, Buffer.from(await worksheetBytes(world, address, { ...at, title, language })))
    } catch (error) {
      world.log.error({ error, workId: submission.workId }, 'a worksheet could not be printed')
      put(
        `${say('paper_not_printed_file', { name })}.txt`,
        say('paper_not_printed', { what: words }),
        Buffer.from(say('paper_not_printed_text')),
      )
    }
  }
  if (submission.draft !== null) await putPage(say('paper_copy_file'), say('paper_copy'), submission.draft)
  await putWorksheet(say('paper_worksheet_file'), say('paper_worksheet'), submission.worksheet)
  const at = { classId, workId: submission.workId, placeId: owner }
  const answers = handInsAlone ? undefined : await serverKind(submission.kind).page?.(world, at)
  if (answers) await putPage(say('paper_answers_file'), say('paper_answers'), answers)
  for (const { number, at, html, worksheet } of submission.handIns) {
    const words = say('paper_handIn', { number, at: momentWords(world, language, at) })
    if (html) await putPage(say('paper_handIn_file', { number }), words, html)
    await putWorksheet(
      say('paper_handIn_worksheet_file', { number }),
      say('paper_handIn_worksheet', { number }),
      worksheet,
    )
  }
  if (submission.feedback)
    put(
      `${say('paper_feedback_file')}.html`,
      say('paper_feedback'),
      Buffer.from(whole(language, title, submission.feedback)),
    )
  for (const [at, file] of submission.files.entries()) {
    const name = `${folder}/${nameOf(file.name, at)}`
    if (await world.files.has(file.hash)) {
      zip.addFile(world.files.pathOf(file.hash), `${under}${name}`)
      entries.push({ name, words: file.name })
    } else {
      world.log.error({ hash: file.hash }, 'a stored file is missing')
      put(
        `${say('paper_missing_file', { name: nameOf(file.name, at) })}.txt`,
        say('paper_missing', { name: file.name }),
        Buffer.from(say('paper_missing_text')),
      )
    }
  }
  return entries
}

const addressOfFile = (id: string): RegExp => new RegExp(`src="(/api/[^"]*/files/${id})"`, 'g')

/** The pictures of a page, by their addresses in it. */
export async function picturesOf(
  world: World,
  { files }: Pick<OwnWorkSubmission, 'files'>,
  html: string,
): Promise<ReadonlyMap<string, Uint8Array>> {
  const pictures = new Map<string, Uint8Array>()
  for (const { id, hash } of files)
    for (const [, address] of html.matchAll(addressOfFile(id)))
      if (address && (await world.files.has(hash))) pictures.set(address, await world.files.bytes(hash))
  return pictures
}

/** A page whose pictures are the files beside it, and whose formulas are drawn. */
function forBrowser({ files }: OwnWorkSubmission, html: string): string {
  const pictured = files.reduce(
    (text, file, at) =>
      text.replace(addressOfFile(file.id), `src="${encodeURIComponent(nameOf(file.name, at))}"`),
    html,
  )
  return pictured.replace(/<span data-tex="([^"]*)">.*?<\/span>/gs, (whole, escaped: string) => {
    const tex = unescaped(escaped)
    return formulaMarkup(tex) ?? whole.replace(/>.*</s, `>${escapeHtml(tex)}<`)
  })
}

const SIGNS: Readonly<Record<string, string>> = { '&amp;': '&', '&lt;': '<', '&gt;': '>', '&quot;': '"' }
const unescaped = (text: string): string => text.replace(/&(?:amp|lt|gt|quot);/g, sign => SIGNS[sign] ?? sign)

const nameOf = (name: string, at: number): string => `${at + 1} ${plain(name)}`

/** A name that every system takes for a file or folder. */
const plain = (name: string): string => name.replace(/[\\/:*?"<>|\p{Cc}\p{Cf}]/gu, '_').slice(0, 80)

const folderOf = (submission: OwnWorkSubmission, index: number): string =>
  `${String(index + 1).padStart(2, '0')} ${plain(submission.title)}`.trim().replace(/\.+$/, '')

const STYLE = `body{font:17px/1.5 system-ui,sans-serif;max-width:60rem;margin:2rem auto;padding:0 1rem;color:#20302c}
img{max-width:100%}table{border-collapse:collapse}th,td{border:1px solid #55635e;padding:.3rem .6rem;text-align:left;vertical-align:top}
.index td,.index th{border-width:0 0 1px}`

/** A page of its own for any browser. */
export const whole = (language: Language, title: string, html: string): string =>
  `<!doctype html><html lang="${language}"><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>${escapeHtml(title)}</title><style>${STYLE}</style><h1>${escapeHtml(title)}</h1>${html}</html>\n`

/** A moment of the school, in words. */
export const momentWords = ({ school: { zone } }: World, language: Language, at: number): string =>
  `${dayInWords(at, zone, localeOf(language))} ${timeOfDay(at, zone, localeOf(language))}`

function rowOf(
  language: Language,
  submission: OwnWorkSubmission,
  index: number,
  entries: readonly Entry[],
): string {
  const say = sayIn(language)
  const links = entries.map(({ name, words }) => {
    const address = name.split('/').map(encodeURIComponent).join('/')
    return `<a href="${address}">${escapeHtml(words)}</a>`
  })
  const number = new Intl.NumberFormat(localeOf(language), { maximumFractionDigits: 2, useGrouping: false })
  const shown = (hundredths: number) => number.format(hundredths / 100)
  const { mark: given, points } = submission
  const mark =
    given === null
      ? ''
      : points === null
        ? shown(given)
        : say('paper_mark_of', { mark: shown(given), points: shown(points) })
  return `<tr><td>${index + 1}</td><th scope="row">${escapeHtml(submission.title)}</th><td>${say(`paper_state_${submission.phase}`)}</td><td>${mark}</td><td>${links.join(', ')}</td></tr>`
}

function frontPage(world: World, language: Language, page: OwnWork, rows: readonly string[]): string {
  const say = sayIn(language)
  const columns = [say('paper_work'), say('paper_state'), say('paper_mark'), say('paper_contents')]
  const head = `<tr><th></th>${columns.map(one => `<th scope="col">${one}</th>`).join('')}</tr>`
  const taken = `<p>${say('paper_as_of', { at: momentWords(world, language, world.clock.now()) })}</p>`
  return whole(
    language,
    `${page.pupil.name}, ${page.className}`,
    `${taken}<table class="index">${head}${rows.join('')}</table>`,
  )
}
