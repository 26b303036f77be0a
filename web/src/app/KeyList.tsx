import { Window } from '../parts/Window.js'
import { say, type WordKey } from '../words/say.js'

export type Shortcut = { readonly keys: string; readonly does: WordKey }

/** The keys that do something on this page. */
export default function KeyList({
  shortcuts,
  onClose,
}: {
  readonly shortcuts: readonly Shortcut[]
  readonly onClose: () => void
}) {
  return (
    <Window open onClose={onClose} title={say('shortcuts')}>
      <dl className="grid grid-cols-[auto_1fr] items-center gap-x-4 gap-y-2">
        {shortcuts.map(({ keys, does }) => (
          <div key={keys} className="contents">
            <dt>
              <kbd className="rounded border border-edge px-2 py-0.5 font-sans text-sm">{keys}</kbd>
            </dt>
            <dd>{say(does)}</dd>
          </div>
        ))}
      </dl>
    </Window>
  )
}
