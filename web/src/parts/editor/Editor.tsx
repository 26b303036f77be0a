import type { MentionablePage } from '@oppen/contract'
import { Image } from '@tiptap/extension-image'
import { TableKit } from '@tiptap/extension-table'
import { EditorContent, type Editor as Tiptap, useEditor, useEditorState } from '@tiptap/react'
import { StarterKit } from '@tiptap/starter-kit'
import {
  BetweenHorizontalStart,
  Bold,
  Code,
  Heading2,
  ImagePlus,
  Italic,
  Link,
  List,
  ListOrdered,
  type LucideIcon,
  Redo2,
  Sigma,
  Table,
  Undo2,
} from 'lucide-react'
import { useEffect, useEffectEvent, useId, useRef, useState } from 'react'
import { say, type WordKey } from '../../words/say.js'
import { FormulaBar, LinkBar, PictureBar } from './bars.js'
import { findEmoji } from './emoji.js'
import { Formula } from './formula.js'
import { Mention } from './mention.js'
import { offersOf } from './offers.js'
import { OfferList, Offers, offering } from './suggest.js'

/** Pictures of ours alone: one pasted from elsewhere would be taken out when the text is kept, so it does not come in. */
const OwnImage = Image.extend({ parseHTML: () => [{ tag: 'img[src^="/api/classes/"]' }] })

type Props = {
  /** The text to begin with; a change of `edition` takes in a new one from outside. */
  readonly html: string
  readonly edition?: number
  readonly onChange: (html: string) => void
  readonly label: string
  readonly roomy?: boolean
  /** For a message: few tools, few lines. */
  readonly small?: boolean
  /** Sends what was written, with Ctrl and Enter. */
  readonly onSend?: () => void
  /** Reads whom a message can mention, once somebody begins to; without it nobody is mentioned. */
  readonly onMention?: (() => Promise<MentionablePage>) | undefined
  /** Keeps a picture and gives the address under which its readers see it; without it there are no pictures. */
  readonly onPicture?: (file: File) => Promise<string>
}

/** A place to write with formatting. What it gives is HTML. */
export default function Editor(props: Props) {
  const { html, edition = 0, onChange, label, roomy = false, small = false, onPicture } = props
  const id = useId()
  const send = useEffectEvent(() => props.onSend?.())
  const offers = useOffers(props.onMention)
  const editor = useEditor(
    {
      extensions: [
        StarterKit.configure({ link: { openOnClick: false } }),
        TableKit,
        Formula,
        OwnImage,
        ...offers.extensions,
      ],
      content: html,
      // a space at the end of a sentence not yet finished is part of what was written
      parseOptions: { preserveWhitespace: true },
      injectCSS: false,
      editorProps: {
        attributes: { role: 'textbox', 'aria-multiline': 'true', 'aria-label': label, id, class: 'written' },
        handleKeyDown: (_, event) => {
          if (event.key !== 'Enter' || !(event.ctrlKey || event.metaKey) || !props.onSend) return false
          send()
          return true
        },
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
    <div className="relative rounded-[var(--radius-card)] border border-edge bg-sheet focus-within:border-blue">
      {editor && <Tools editor={editor} tools={small ? SMALL : TOOLS} onPicture={onPicture} />}
      <EditorContent
        editor={editor}
        className={`${roomy ? 'min-h-72 px-5 py-4 text-[1.0625rem] max-md:min-h-52 max-md:px-3.5' : small ? 'min-h-16 px-3 py-2' : 'min-h-28 px-3 py-2.5'} [&>div]:min-h-[inherit]`}
      />
      {editor && (
        <OfferList editor={editor} offers={offers.open} id={`${id}-offers`} label={say('editor_offers')} />
      )}
    </div>
  )
}

/** What is offered while somebody types: emoji by name everywhere, and people where they can be mentioned. */
function useOffers(onMention: Props['onMention']) {
  const [made] = useState(() => {
    const open = new Offers()
    let people: Promise<MentionablePage> | undefined
    const emoji = offering(open, {
      name: 'emoji',
      char: ':',
      find: async typed =>
        (await findEmoji(typed)).map(({ emoji: content, name }) => ({
          key: name,
          before: content,
          name,
          content: { type: 'text', text: content },
        })),
    })
    const mention = offering(open, {
      name: 'mentions',
      char: '@',
      find: async typed => {
        people ??= onMention?.()
        const known = await people?.catch(() => {
          people = undefined
        })
        return known ? offersOf(known, typed) : []
      },
    })
    return { open, extensions: onMention ? [Mention, emoji, mention] : [Mention, emoji] }
  })
  return made
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

const IN_MESSAGES: readonly WordKey[] = ['editor_bold', 'editor_italic', 'editor_list', 'editor_numbers']
const SMALL: readonly Tool[] = [
  ...TOOLS.filter(tool => IN_MESSAGES.includes(tool.key)),
  {
    key: 'editor_code',
    icon: Code,
    run: e => e.chain().focus().toggleCode().run(),
    active: e => e.isActive('code'),
  },
]

type Opening = 'link' | 'formula' | 'picture'

type ToolsProps = {
  readonly editor: Tiptap
  readonly tools: readonly Tool[]
  readonly onPicture: Props['onPicture']
}

/** What opens a line of its own under the tools, and what it is chosen by. */
const OPENINGS = [
  { is: 'link', key: 'editor_link', icon: Link, active: (e: Tiptap) => e.isActive('link') },
  { is: 'formula', key: 'editor_formula', icon: Sigma, active: (e: Tiptap) => e.isActive('formula') },
  { is: 'picture', key: 'editor_picture', icon: ImagePlus, active: (e: Tiptap) => e.isActive('image') },
] as const

const TOOL = 'rounded p-1.5 text-soft hover:bg-pale aria-pressed:bg-pale aria-pressed:text-blue'

function Tools({ editor, tools, onPicture }: ToolsProps) {
  const [open, setOpen] = useState<Opening | null>(null)
  const shown = useEditorState({
    editor,
    selector: ({ editor: now }) => ({
      tools: tools.map(tool => ({ shown: tool.shown?.(now) ?? true, active: tool.active?.(now) ?? false })),
      openings: OPENINGS.map(one => one.active(now)),
    }),
  })
  const close = () => setOpen(null)
  return (
    <>
      <div
        role="toolbar"
        aria-label={say('editor_tools')}
        className="flex flex-wrap gap-0.5 border-b border-rule px-1.5 py-1"
      >
        {tools.map((tool, index) => {
          const Icon = tool.icon
          if (!shown.tools[index]?.shown) return null
          return (
            <button
              key={tool.key}
              type="button"
              title={say(tool.key)}
              aria-label={say(tool.key)}
              aria-pressed={tool.active ? shown.tools[index]?.active : undefined}
              onClick={() => tool.run(editor)}
              className={TOOL}
            >
              <Icon size={17} aria-hidden="true" />
            </button>
          )
        })}
        {OPENINGS.filter(one => one.is !== 'picture' || onPicture).map(({ is, key, icon: Icon }, index) => (
          <button
            key={is}
            type="button"
            title={say(key)}
            aria-label={say(key)}
            aria-expanded={open === is}
            aria-pressed={shown.openings[index]}
            onClick={() => setOpen(open === is ? null : is)}
            className={TOOL}
          >
            <Icon size={17} aria-hidden="true" />
          </button>
        ))}
      </div>
      {open === 'link' && <LinkBar editor={editor} onClose={close} />}
      {open === 'formula' && <FormulaBar editor={editor} onClose={close} />}
      {open === 'picture' && onPicture && (
        <PictureBar editor={editor} onClose={close} onPicture={onPicture} />
      )}
    </>
  )
}
