import { type Editor, Extension } from '@tiptap/core'
import { PluginKey } from '@tiptap/pm/state'
import Suggestion, { type SuggestionProps } from '@tiptap/suggestion'
import { useEffect, useSyncExternalStore } from 'react'

/** Something that is offered while somebody types after a sign: what it is called, what stands before, and what it puts in. */
export type Offer = {
  readonly key: string
  readonly before?: string
  readonly name: string
  readonly note?: string
  readonly content: Parameters<Editor['commands']['insertContentAt']>[1]
}

type Open = {
  readonly offers: readonly Offer[]
  readonly chosen: number
  /** Where the sign stands on the page. */
  readonly place: DOMRect | null
  readonly choose: (offer: Offer) => void
}

/** What is offered in one editor, for the list that shows it. */
export class Offers {
  #open: Open | null = null
  readonly #listeners = new Set<() => void>()
  get = (): Open | null => this.#open
  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener)
    return () => void this.#listeners.delete(listener)
  }
  put(open: Open | null): void {
    this.#open = open
    for (const listener of this.#listeners) listener()
  }
  /** Moves to another offer, round from the last to the first. */
  move(by: number): void {
    if (!this.#open) return
    const { length } = this.#open.offers
    this.put({ ...this.#open, chosen: (this.#open.chosen + by + length) % length })
  }
}

type Sign = {
  readonly name: string
  readonly char: string
  readonly find: (typed: string) => Promise<readonly Offer[]>
}

/** Offers something while somebody types a name after a sign; arrows choose, Enter takes, Escape leaves what was typed. */
export const offering = (offers: Offers, { name, char, find }: Sign) =>
  Extension.create({
    name,
    addProseMirrorPlugins() {
      return [
        Suggestion<Offer, Offer>({
          editor: this.editor,
          char,
          pluginKey: new PluginKey(name),
          items: async ({ query }) => [...(await find(query).catch(() => []))],
          command: ({ editor, range, props }) => {
            editor
              .chain()
              .focus()
              .insertContentAt(range, [props.content, { type: 'text', text: ' ' }] as never)
              .run()
          },
          render: () => {
            const show = ({ items, clientRect, command }: SuggestionProps<Offer, Offer>) =>
              offers.put(
                items.length
                  ? { offers: items, chosen: 0, place: clientRect?.() ?? null, choose: command }
                  : null,
              )
            return {
              onStart: show,
              onUpdate: show,
              onExit: () => offers.put(null),
              onKeyDown: ({ event }) => {
                const open = offers.get()
                if (!open) return false
                const chosen = open.offers[open.chosen]
                if (event.key === 'ArrowDown') offers.move(1)
                else if (event.key === 'ArrowUp') offers.move(-1)
                else if (event.key === 'Escape') offers.put(null)
                else if ((event.key === 'Enter' || event.key === 'Tab') && chosen) open.choose(chosen)
                else return false
                return true
              },
            }
          },
        }),
      ]
    },
  })

type Props = { readonly editor: Editor; readonly offers: Offers; readonly id: string; readonly label: string }

/** So wide is the list, in pixels. */
const WIDTH = 256

/** What is offered, below the place where it is typed. */
export function OfferList({ editor, offers, id, label }: Props) {
  const open = useSyncExternalStore(offers.subscribe, offers.get, offers.get)
  const chosen = open && `${id}-${open.chosen}`
  useEffect(() => {
    if (chosen === null) return
    // assistive technologies hear which one is chosen while the cursor stays in the text
    const { dom } = editor.view
    dom.setAttribute('aria-controls', id)
    dom.setAttribute('aria-activedescendant', chosen)
    return () => {
      dom.removeAttribute('aria-controls')
      dom.removeAttribute('aria-activedescendant')
    }
  }, [editor, id, chosen])
  if (!open?.place) return null
  const { left, top, bottom } = open.place
  // it stands in the box of the editor, for a window above the page moves what is fixed
  const box = editor.view.dom.parentElement?.parentElement?.getBoundingClientRect()
  if (!box) return null
  // above the line where there is more room than below it
  const below = bottom < window.innerHeight / 2
  return (
    <div
      id={id}
      role="listbox"
      aria-label={label}
      style={{
        left: Math.max(0, Math.min(left - box.left, box.width - WIDTH)),
        width: WIDTH,
        ...(below ? { top: bottom - box.top + 4 } : { bottom: box.bottom - top + 4 }),
      }}
      className="absolute z-50 max-h-72 overflow-y-auto rounded-[var(--radius-card)] border border-edge bg-sheet p-1 shadow-lg"
    >
      {open.offers.map((offer, index) => (
        // biome-ignore lint/a11y/useKeyWithClickEvents: the keys are heard in the text
        <div
          key={offer.key}
          id={`${id}-${index}`}
          role="option"
          tabIndex={-1}
          aria-selected={index === open.chosen}
          // the text keeps the cursor
          onMouseDown={event => event.preventDefault()}
          onClick={() => open.choose(offer)}
          className="flex cursor-pointer items-baseline gap-2 rounded px-2 py-1.5 text-[0.9375rem] hover:bg-pale aria-selected:bg-pale aria-selected:text-blue"
        >
          {offer.before && <span aria-hidden="true">{offer.before}</span>}
          <span className="min-w-0 truncate">{offer.name}</span>
          {offer.note && <span className="ms-auto shrink-0 text-sm text-soft">{offer.note}</span>}
        </div>
      ))}
    </div>
  )
}
