import { LayoutGrid, List } from 'lucide-react'
import { ToggleGroup } from 'radix-ui'
import { useSyncExternalStore } from 'react'
import { say } from '../../words/say.js'

export type Layout = 'list' | 'tiles'
const KEY = 'oppen classes look'

const listening = new Set<() => void>()
const subscribe = (listener: () => void) => {
  listening.add(listener)
  return () => void listening.delete(listener)
}
const chosen = (): Layout => (localStorage.getItem(KEY) === 'tiles' ? 'tiles' : 'list')

/** How all classes are shown on this device, as it was chosen last. The server takes it for the list. */
export function useLayout(): [Layout, (layout: Layout) => void] {
  const layout = useSyncExternalStore(subscribe, chosen, (): Layout => 'list')
  const choose = (next: Layout) => {
    localStorage.setItem(KEY, next)
    for (const listener of listening) listener()
  }
  return [layout, choose]
}

const ITEM =
  'flex items-center gap-1.5 rounded px-2.5 py-1 text-[0.9375rem] data-[state=on]:bg-blue data-[state=on]:text-on-blue'

export function LayoutChoice({
  layout,
  onChange,
}: {
  readonly layout: Layout
  readonly onChange: (layout: Layout) => void
}) {
  return (
    <ToggleGroup.Root
      type="single"
      value={layout}
      aria-label={say('classes_look')}
      onValueChange={next => next && onChange(next as Layout)}
      className="flex gap-1 rounded-[var(--radius-card)] border border-edge p-1"
    >
      <ToggleGroup.Item value="list" className={ITEM}>
        <List size={16} aria-hidden="true" />
        {say('classes_list')}
      </ToggleGroup.Item>
      <ToggleGroup.Item value="tiles" className={ITEM}>
        <LayoutGrid size={16} aria-hidden="true" />
        {say('classes_tiles')}
      </ToggleGroup.Item>
    </ToggleGroup.Root>
  )
}
