import type { Editor } from '@tiptap/react'
import { type FormEvent, type ReactNode, useEffect, useRef, useState } from 'react'
import { say } from '../../words/say.js'
import { Button } from '../Button.js'
import { PICTURES } from '../ChooseFile.js'
import { MOST_TEX } from './formula.js'

type BarProps = { readonly editor: Editor; readonly onClose: () => void }

const BOX = 'min-w-0 flex-1 rounded border border-edge bg-sheet px-2 py-1 text-[0.9375rem] text-ink'

/** A line under the tools where one thing is given; Enter keeps it, Escape leaves it. */
function Bar({
  children,
  onKeep,
  onClose,
}: {
  readonly children: ReactNode
  readonly onKeep: () => void
  readonly onClose: () => void
}) {
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: only hears Escape from the inputs in it
    <div
      className="flex flex-wrap items-center gap-2 border-b border-rule bg-pale/50 px-2 py-1.5"
      onKeyDown={event => {
        if (event.key === 'Enter') {
          event.preventDefault()
          event.stopPropagation()
          onKeep()
        }
        if (event.key !== 'Escape') return
        event.stopPropagation()
        onClose()
      }}
    >
      {children}
    </div>
  )
}

const SMALL = '!min-h-8 !px-2.5 !py-0.5 text-sm'

/** Where the chosen words lead. */
export function LinkBar({ editor, onClose }: BarProps) {
  const before = (editor.getAttributes('link').href as string | undefined) ?? ''
  const [address, setAddress] = useState(before)
  const put = (href: string | null) => {
    const chain = editor.chain().focus().extendMarkRange('link')
    if (!href) chain.unsetLink().run()
    else if (editor.state.selection.empty && !before)
      chain
        .insertContent({ type: 'text', text: address.trim(), marks: [{ type: 'link', attrs: { href } }] })
        .run()
    else chain.setLink({ href }).run()
    onClose()
  }
  const keep = () => {
    const typed = address.trim()
    put(typed && (/^[a-z][a-z0-9+.-]*:/i.test(typed) ? typed : `https://${typed}`))
  }
  return (
    <Bar onKeep={keep} onClose={onClose}>
      <input
        // biome-ignore lint/a11y/noAutofocus: the press on the tool asked for it
        autoFocus
        aria-label={say('editor_link_address')}
        placeholder="https://"
        value={address}
        onChange={event => setAddress(event.target.value)}
        className={BOX}
      />
      <Button variant="primary" className={SMALL} onClick={keep}>
        {say('editor_link_set')}
      </Button>
      {before && (
        <Button className={SMALL} onClick={() => put(null)}>
          {say('editor_link_off')}
        </Button>
      )}
    </Bar>
  )
}

/** A formula in TeX, drawn as it is typed. */
export function FormulaBar({ editor, onClose }: BarProps) {
  const [tex, setTex] = useState((editor.getAttributes('formula').tex as string | undefined) ?? '')
  const drawn = useRef<HTMLSpanElement>(null)
  const [readable, setReadable] = useState(true)
  useEffect(() => {
    let gone = false
    void import('../formulas.js').then(({ drawFormula }) => {
      if (gone || !drawn.current) return
      if (!tex) drawn.current.textContent = ''
      setReadable(!tex || drawFormula(drawn.current, tex))
    })
    return () => {
      gone = true
    }
  }, [tex])
  const keep = () => {
    if (tex.trim()) editor.chain().focus().setFormula(tex.trim()).run()
    onClose()
  }
  return (
    <Bar onKeep={keep} onClose={onClose}>
      <input
        // biome-ignore lint/a11y/noAutofocus: the press on the tool asked for it
        autoFocus
        aria-label={say('editor_formula_tex')}
        placeholder="\frac{1}{2} + \sqrt{x}"
        maxLength={MOST_TEX}
        value={tex}
        onChange={event => setTex(event.target.value)}
        className={`${BOX} font-mono`}
      />
      <span ref={drawn} className="px-2 text-lg" aria-live="polite" />
      {!readable && <span className="text-sm text-rust">{say('editor_formula_wrong')}</span>}
      <Button variant="primary" className={SMALL} onClick={keep}>
        {say('editor_formula_set')}
      </Button>
    </Bar>
  )
}

type PictureProps = BarProps & { readonly onPicture: (file: File) => Promise<string> }

/** A picture with what it shows in words, for those who do not see it. */
export function PictureBar({ editor, onClose, onPicture }: PictureProps) {
  const here = editor.isActive('image')
  const [alt, setAlt] = useState((editor.getAttributes('image').alt as string | undefined) ?? '')
  const [problem, setProblem] = useState<string | null>(null)
  const [busy, setBusy] = useState(false)
  const file = useRef<HTMLInputElement>(null)
  const keep = async () => {
    if (here) editor.chain().focus().updateAttributes('image', { alt: alt.trim() }).run()
    const chosen = file.current?.files?.[0]
    if (!chosen) return here ? onClose() : setProblem(say('editor_picture_none'))
    setBusy(true)
    try {
      const src = await onPicture(chosen)
      editor.chain().focus().setImage({ src, alt: alt.trim() }).run()
      onClose()
    } catch (error) {
      setProblem(error instanceof Error ? error.message : String(error))
      setBusy(false)
    }
  }
  const submit = (event?: FormEvent) => {
    event?.preventDefault()
    void keep()
  }
  return (
    <Bar onKeep={submit} onClose={onClose}>
      {!here && (
        <input
          ref={file}
          type="file"
          aria-label={say('editor_picture_file')}
          accept={PICTURES}
          className="text-sm"
        />
      )}
      <input
        aria-label={say('editor_picture_alt')}
        placeholder={say('editor_picture_alt')}
        value={alt}
        onChange={event => setAlt(event.target.value)}
        className={BOX}
      />
      <Button variant="primary" className={SMALL} disabled={busy} onClick={() => submit()}>
        {say(here ? 'editor_picture_change' : 'editor_picture_set')}
      </Button>
      {problem && (
        <span role="alert" className="basis-full text-sm text-rust">
          {problem}
        </span>
      )}
    </Bar>
  )
}
