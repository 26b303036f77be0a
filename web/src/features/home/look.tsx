import { LayoutGrid, List } from 'lucide-react'
import { ToggleGroup } from 'radix-ui'
import { useState } from 'react'
import { say } from '../../words/say.js'

export type Look = 'list' | 'tiles'
const KEY = 'oppen classes look'

/** How all classes are shown on this device, as it was chosen last. */
export function useLook(): [Look, (look: Look) => void] {
  const [look, setLook] = useState<Look>(localStorage.getItem(KEY) === 'tiles' ? 'tiles' : 'list')
  const choose = (next: Look) => {
    localStorage.setItem(KEY, next)
    setLook(next)
  }
  return [look, choose]
}

const ITEM =
  'flex items-center gap-1.5 rounded px-2.5 py-1 text-[15px] data-[state=on]:bg-blue data-[state=on]:text-on-blue'

export function LookChoice({
  look,
  onChange,
}: {
  readonly look: Look
  readonly onChange: (look: Look) => void
}) {
  return (
    <ToggleGroup.Root
      type="single"
      value={look}
      aria-label={say('classes_look')}
      onValueChange={next => next && onChange(next as Look)}
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
