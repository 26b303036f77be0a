import '../words/en/classroom.js'
import { TableKit } from '@tiptap/extension-table'
import { EditorContent, type Editor as Tiptap, useEditor, useEditorState } from '@tiptap/react'
import { StarterKit } from '@tiptap/starter-kit'
import {
  BetweenHorizontalStart,
  Bold,
  Heading2,
  Italic,
  List,
  ListOrdered,
  type LucideIcon,
  Redo2,
  Table,
  Undo2,
} from 'lucide-react'
import { useEffect, useId, useRef } from 'react'
import { say, type WordKey } from '../words/say.js'

type Props = {
  /** The text to begin with; a change of `edition` takes in a new one from outside. */
  readonly html: string
  readonly edition?: number
  readonly onChange: (html: string) => void
  readonly label: string
  readonly roomy?: boolean
}

/** A place to write with formatting. What it gives is HTML. */
export default function Editor({ html, edition = 0, onChange, label, roomy = false }: Props) {
  const id = useId()
  const editor = useEditor(
    {
      extensions: [StarterKit.configure({ link: { openOnClick: false } }), TableKit],
      content: html,
      // a space at the end of a sentence not yet finished is part of what was written
      parseOptions: { preserveWhitespace: true },
      injectCSS: false,
      editorProps: {
        attributes: { role: 'textbox', 'aria-multiline': 'true', 'aria-label': label, id, class: 'written' },
      },
      onUpdate: ({ editor: changed }) => onChange(changed.isEmpty ? '' : changed.getHTML()),
    },
    [],
  )
  const shown = useRef(edition)
  useEffect(() => {
    // what is there at the beginning came with `content`; only another edition brings text from outside
    if (!editor || shown.current === edition) return
    shown.current = edition
    editor.commands.setContent(html, { emitUpdate: false, parseOptions: { preserveWhitespace: true } })
  }, [edition, editor, html])
  return (
    <div className="rounded-[var(--radius-card)] border border-edge bg-sheet focus-within:border-blue">
      {editor && <Tools editor={editor} />}
      <EditorContent
        editor={editor}
        className={`${roomy ? 'min-h-72 px-5 py-4 text-[17px] max-md:min-h-52 max-md:px-3.5' : 'min-h-28 px-3 py-2.5'} [&>div]:min-h-[inherit]`}
      />
    </div>
  )
}

type Tool = {
  readonly key: WordKey
  readonly icon: LucideIcon
  readonly run: (editor: Tiptap) => void
  readonly active?: (editor: Tiptap) => boolean
  readonly shown?: (editor: Tiptap) => boolean
}

const inTable = (editor: Tiptap) => editor.isActive('table')

const TOOLS: readonly Tool[] = [
  {
    key: 'editor_bold',
    icon: Bold,
    run: e => e.chain().focus().toggleBold().run(),
    active: e => e.isActive('bold'),
  },
  {
    key: 'editor_italic',
    icon: Italic,
    run: e => e.chain().focus().toggleItalic().run(),
    active: e => e.isActive('italic'),
  },
  {
    key: 'editor_heading',
    icon: Heading2,
    run: e => e.chain().focus().toggleHeading({ level: 2 }).run(),
    active: e => e.isActive('heading'),
  },
  {
    key: 'editor_list',
    icon: List,
    run: e => e.chain().focus().toggleBulletList().run(),
    active: e => e.isActive('bulletList'),
  },
  {
    key: 'editor_numbers',
    icon: ListOrdered,
    run: e => e.chain().focus().toggleOrderedList().run(),
    active: e => e.isActive('orderedList'),
  },
  {
    key: 'editor_table',
    icon: Table,
    run: e => e.chain().focus().insertTable({ rows: 3, cols: 3, withHeaderRow: true }).run(),
    shown: e => !inTable(e),
  },
  {
    key: 'editor_row',
    icon: BetweenHorizontalStart,
    run: e => e.chain().focus().addRowAfter().run(),
    shown: inTable,
  },
  { key: 'editor_undo', icon: Undo2, run: e => e.chain().focus().undo().run() },
  { key: 'editor_redo', icon: Redo2, run: e => e.chain().focus().redo().run() },
]

function Tools({ editor }: { readonly editor: Tiptap }) {
  const shown = useEditorState({
    editor,
    selector: ({ editor: now }) =>
      TOOLS.map(tool => ({ shown: tool.shown?.(now) ?? true, active: tool.active?.(now) ?? false })),
  })
  return (
    <div
      role="toolbar"
      aria-label={say('editor_tools')}
      className="flex flex-wrap gap-0.5 border-b border-rule px-1.5 py-1"
    >
      {TOOLS.map((tool, index) => {
        const Icon = tool.icon
        if (!shown[index]?.shown) return null
        return (
          <button
            key={tool.key}
            type="button"
            title={say(tool.key)}
            aria-label={say(tool.key)}
            aria-pressed={tool.active ? shown[index]?.active : undefined}
            onClick={() => tool.run(editor)}
            className="rounded p-1.5 text-soft hover:bg-pale aria-pressed:bg-pale aria-pressed:text-blue"
          >
            <Icon size={17} aria-hidden="true" />
          </button>
        )
      })}
    </div>
  )
}
