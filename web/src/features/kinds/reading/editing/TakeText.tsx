import { BookOpen, FileUp } from 'lucide-react'
import { useState } from 'react'
import { Button } from '../../../../parts/Button.js'
import { ChooseFile } from '../../../../parts/ChooseFile.js'
import { Problem } from '../../../../parts/Feedback.js'
import { Window } from '../../../../parts/Window.js'
import { say } from '../../../../words/say.js'
import { type Book, TextProblem } from './book.js'
import { openText } from './openText.js'
import { withPictures } from './withPictures.js'

type Props = {
  /** Whether there is no text yet that another would take the place of. */
  readonly empty: boolean
  readonly onFile: (file: File) => Promise<string>
  readonly onTake: (html: string, language: string | undefined) => void
}

/** A passage from a file: plain text, a web page, or chapters of a book (EPUB). */
export function TakeText({ empty, onFile, onTake }: Props) {
  const [book, setBook] = useState<Book | null>(null)
  const [problem, setProblem] = useState<string>()
  const [busy, setBusy] = useState(false)
  const take = async (chapters: readonly number[], from: Book) => {
    setBusy(true)
    try {
      const { html, missing } = await withPictures(from, chapters, onFile)
      onTake(html, from.language)
      setProblem(missing ? say('take_text_pictures', { count: missing }) : undefined)
      setBook(null)
    } catch (error) {
      setProblem(error instanceof TextProblem ? say(`take_text_${error.why}`) : (error as Error).message)
    } finally {
      setBusy(false)
    }
  }
  const open = async (file: File) => {
    setBusy(true)
    setProblem(undefined)
    try {
      const opened = await openText(file)
      // what is there already is not written over unasked
      if (opened.chapters.length === 1 && empty) await take([0], opened)
      else setBook(opened)
    } catch (error) {
      setProblem(say(error instanceof TextProblem ? `take_text_${error.why}` : 'take_text_broken'))
    } finally {
      setBusy(false)
    }
  }
  return (
    <div className="flex flex-col gap-2">
      <div className="flex flex-wrap items-center gap-3">
        <ChooseFile
          accept=".txt,.html,.htm,.xhtml,.epub,.md"
          onFile={file => void open(file)}
          disabled={busy}
        >
          <FileUp size={17} aria-hidden="true" />
          {say('take_text')}
        </ChooseFile>
        <span className="text-sm text-soft">{say('take_text_hint')}</span>
      </div>
      {problem && <Problem words={problem} />}
      <Window open={book !== null} onClose={() => setBook(null)} title={book?.title || say('take_text')}>
        {book && (
          <Chapters
            book={book}
            replaces={!empty}
            busy={busy}
            onTake={chapters => void take(chapters, book)}
          />
        )}
      </Window>
    </div>
  )
}

type ChaptersProps = {
  readonly book: Book
  readonly replaces: boolean
  readonly busy: boolean
  readonly onTake: (chapters: readonly number[]) => void
}

function Chapters({ book, replaces, busy, onTake }: ChaptersProps) {
  const [chosen, setChosen] = useState<ReadonlySet<number>>(
    () => new Set(book.chapters.length === 1 ? [0] : []),
  )
  const turn = (at: number) => {
    const next = new Set(chosen)
    if (!next.delete(at)) next.add(at)
    setChosen(next)
  }
  return (
    <div className="flex flex-col gap-3">
      <fieldset>
        <legend className="mb-1 text-[0.9375rem] font-semibold">{say('take_text_chapters')}</legend>
        <ul>
          {book.chapters.map(({ title, words }, at) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: chapters have no name but their place
            <li key={at} className="border-b border-rule py-1">
              <label className="flex items-baseline gap-2">
                <input type="checkbox" checked={chosen.has(at)} onChange={() => turn(at)} />
                <span className="min-w-0 flex-1">
                  {title || say('take_text_chapter', { number: at + 1 })}
                </span>
                <span className="text-sm text-soft tabular-nums">
                  {say('take_text_words', { count: words })}
                </span>
              </label>
            </li>
          ))}
        </ul>
      </fieldset>
      {replaces && <p className="text-[0.9375rem]">{say('take_text_replaces')}</p>}
      <Button
        variant="primary"
        disabled={busy || !chosen.size}
        onClick={() => onTake([...chosen].sort((one, other) => one - other))}
      >
        <BookOpen size={17} aria-hidden="true" />
        {say('take_text_take')}
      </Button>
    </div>
  )
}
