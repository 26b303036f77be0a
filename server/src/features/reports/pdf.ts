import {
  averageWithWorking,
  type MarkRules,
  percentOf,
  showHundredths,
  stepOf,
  wordOfMark,
} from '@oppen/core/marks'
import { type Counted, piecesOf } from '@oppen/core/progress'
import type { Language } from '@oppen/core/register'
import { type SubmissionState, stateOf } from '@oppen/core/work'
import { addDays, localDateAt } from '@oppen/core/zone'
import { PDFDocument, type PDFPage, rgb } from 'pdf-lib'
import { fontkitForPdf } from '../../paper/fontkit.js'
import { PdfText } from '../../paper/pdfText.js'
import { type ServerWordKey, sayIn } from '../../words/index.js'

const MM = 72 / 25.4
const PAGE = { width: 210 * MM, height: 297 * MM }
const LEFT = 38 * MM
const RIGHT = PAGE.width - 18 * MM
const TOP = PAGE.height - 20 * MM
const FOOT = 18 * MM
const INK = rgb(0.125, 0.19, 0.17)
const SOFT = rgb(0.33, 0.39, 0.37)
const MARGIN = rgb(0.84, 0.35, 0.27)

type Row = Counted & { readonly title: string; readonly week: string | null }
type Pupil = {
  readonly name: string
  readonly words: string
  readonly goals: readonly { readonly text: string; readonly reached: boolean }[]
  readonly submissions: readonly Row[]
}

export type Reports = {
  readonly school: string
  readonly className: string
  readonly teacherName: string
  readonly rules: MarkRules
  /** The Mondays of the first and of the last week. */
  readonly from: string
  readonly to: string
  readonly now: number
  readonly zone: string
  readonly language: Language
  /** Each pupil as JSON, as `reportRows` gives it. */
  readonly pupils: readonly string[]
}

/** A page for each pupil, as a PDF. */
export async function reportsPdf(reports: Reports): Promise<Uint8Array> {
  const pdf = await PDFDocument.create()
  pdf.registerFontkit(fontkitForPdf)
  const text = new PdfText(pdf)
  for (const json of reports.pupils)
    await drawReport(new Writer(pdf.addPage([PAGE.width, PAGE.height]), text), reports, JSON.parse(json))
  return pdf.save()
}

type Line = {
  readonly size?: number
  readonly bold?: boolean
  readonly soft?: boolean
  readonly margin?: string
}

/** Writes down a page, line after line; what does not fit is left out, and `full` says so. */
class Writer {
  readonly page: PDFPage
  readonly #text: PdfText
  y = TOP

  constructor(page: PDFPage, text: PdfText) {
    this.page = page
    this.#text = text
    page.drawLine({
      start: { x: LEFT - 4 * MM, y: 0 },
      end: { x: LEFT - 4 * MM, y: PAGE.height },
      thickness: 0.7,
      color: MARGIN,
    })
  }

  /** Whether a line of a size, with so much kept free below, still fits. */
  fits(size: number, below = 0): boolean {
    return this.y - size * 1.35 - below > FOOT
  }

  skip(points: number): void {
    this.y -= points
  }

  /** One line, with something in the margin, shrunk where it would be too wide. */
  async line(words: string, { size = 10.5, bold = false, soft = false, margin }: Line = {}): Promise<void> {
    this.y -= size * 1.35
    const color = soft ? SOFT : INK
    const wide = await this.#text.widthOf(words, size, bold)
    const most = RIGHT - LEFT
    await this.#text.write(this.page, words, {
      x: LEFT,
      y: this.y,
      size: wide > most ? (size * most) / wide : size,
      bold,
      color,
    })
    if (!margin) return
    const width = await this.#text.widthOf(margin, 8.5)
    await this.#text.write(this.page, margin, { x: LEFT - 6 * MM - width, y: this.y, size: 8.5, color: SOFT })
  }

  /** Something at the right end of the line that was written last. */
  async right(words: string, size = 10.5): Promise<void> {
    const width = await this.#text.widthOf(words, size)
    await this.#text.write(this.page, words, { x: RIGHT - width, y: this.y, size, color: INK })
  }

  /** A text in lines as wide as the page. */
  async paragraphs(words: string, size: number): Promise<void> {
    for (const paragraph of words.split('\n')) {
      let line = ''
      for (const word of paragraph.split(' ')) {
        const longer = line ? `${line} ${word}` : word
        if (line && (await this.#text.widthOf(longer, size)) > RIGHT - LEFT) {
          if (!this.fits(size)) return
          await this.line(line, { size })
          line = word
        } else line = longer
      }
      if (!this.fits(size)) return
      await this.line(line || ' ', { size })
    }
  }
}

const STATE: Readonly<Record<SubmissionState['is'], ServerWordKey>> = {
  opens: 'paper_state_untouched',
  toDo: 'paper_state_untouched',
  started: 'paper_state_started',
  withTeacher: 'paper_state_withTeacher',
  handedBack: 'paper_state_handedBack',
  tryAgain: 'paper_state_tryAgain',
  overdue: 'paper_report_overdue',
  missing: 'paper_report_missing',
  excused: 'paper_state_excused',
  received: 'paper_state_received',
  seen: 'paper_state_handedBack',
  finished: 'paper_state_handedBack',
}

async function drawReport(writer: Writer, reports: Reports, pupil: Pupil): Promise<void> {
  const { rules, now, zone, language, from, to } = reports
  const say = sayIn(language)
  const time = { now, zone, locale: language === 'en' ? 'en-GB' : language }
  const day = (date: string) =>
    new Intl.DateTimeFormat(time.locale, { day: 'numeric', month: 'long', timeZone: 'UTC' }).format(
      new Date(`${date}T12:00Z`),
    )
  const end = addDays(to, 6)
  const within = ({ week, timing }: Row) => {
    const date = week ?? (timing.dueAt === null ? null : localDateAt(timing.dueAt, zone))
    return date !== null && date >= from && date <= end
  }
  const submissions = pupil.submissions.filter(within)
  await writer.line(pupil.name, { size: 20, bold: true })
  await writer.line(`${reports.className} · ${reports.teacherName}`, { size: 11 })
  await writer.line(`${reports.school} · ${say('paper_report_span', { from: day(from), to: day(end) })}`, {
    size: 9.5,
    soft: true,
  })
  writer.skip(12)
  const { share, restsOn } = averageWithWorking(piecesOf(submissions, rules, now), rules)
  const step = share && stepOf(share, rules.scale, rules.decimals)
  const percent = share && `${percentOf(share, rules.decimals)} %`
  await writer.line(
    share
      ? say('paper_report_average', {
          average: (rules.wordsOnly ? [step?.label] : [percent, step?.label]).filter(Boolean).join(' · '),
          count: restsOn,
        })
      : say('paper_report_no_average'),
    { size: 13, bold: true },
  )
  if (pupil.words.trim()) {
    writer.skip(10)
    await writer.line(say('paper_report_words', { name: reports.teacherName }), { bold: true })
    await writer.paragraphs(pupil.words.trim(), 10.5)
  }
  if (pupil.goals.length && writer.fits(12, 40)) {
    writer.skip(10)
    await writer.line(say('paper_report_goals'), { bold: true })
    for (const goal of pupil.goals) {
      if (!writer.fits(10)) break
      await writer.line(goal.text, {
        size: 10,
        margin: say(goal.reached ? 'paper_report_reached' : 'paper_report_not_yet'),
      })
    }
  }
  if (!submissions.length || !writer.fits(12, 30)) return
  writer.skip(10)
  await writer.line(say('paper_work'), { bold: true })
  let left = submissions.length
  for (const one of submissions) {
    if (!writer.fits(10, left > 1 ? 14 : 0)) break
    left -= 1
    const state = stateOf(one.status, one.timing, now)
    const mark = state.is === 'handedBack' && state.mark !== null ? state.mark : null
    const due = one.timing.dueAt === null ? '' : day(localDateAt(one.timing.dueAt, zone))
    await writer.line(one.title, { size: 10, margin: due })
    const { points } = one.counting
    const word = mark !== null && rules.wordsOnly && wordOfMark(mark, points, rules.scale)
    await writer.right(
      mark === null || points === null
        ? say(STATE[state.is])
        : word || say('paper_mark_of', { mark: showHundredths(mark), points: showHundredths(points) }),
      10,
    )
  }
  if (left) await writer.line(say('paper_report_more', { count: left }), { size: 9, soft: true })
}
