import { STICKERS, type StickerName } from '@oppen/core/marking'
import { Sticker as StickerIcon, X } from 'lucide-react'
import { Popover } from 'radix-ui'
import { memo, useState } from 'react'
import { say } from '../../words/say.js'
import { Sticker } from './stickers.js'

type Props = {
  readonly sticker: StickerName | null
  readonly onChoose: (sticker: StickerName | null) => void
}

/** A sticker that comes back with the mark, or none. */
export const StickerChoice = memo(function StickerChoice({ sticker, onChoose }: Props) {
  const [open, setOpen] = useState(false)
  const choose = (next: StickerName | null) => {
    onChoose(next)
    setOpen(false)
  }
  const label = sticker ? say('desk_sticker_is', { name: say(`sticker_${sticker}`) }) : say('desk_sticker')
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger
        aria-label={label}
        title={label}
        className="flex size-9 items-center justify-center rounded-full border border-dashed border-edge text-soft hover:bg-pale"
      >
        {sticker ? <Sticker sticker={sticker} size={34} /> : <StickerIcon size={20} aria-hidden="true" />}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={4}
          collisionPadding={8}
          aria-label={say('desk_sticker')}
          className="z-20 grid grid-cols-4 gap-1 rounded-[var(--radius-card)] border border-edge bg-sheet p-2 shadow-lg"
        >
          {STICKERS.map(one => (
            <button
              key={one}
              type="button"
              title={say(`sticker_${one}`)}
              aria-label={say(`sticker_${one}`)}
              aria-pressed={sticker === one}
              onClick={() => choose(one)}
              className="rounded p-1 hover:bg-pale aria-pressed:bg-pale aria-pressed:ring-1 aria-pressed:ring-blue"
            >
              <Sticker sticker={one} size={48} />
            </button>
          ))}
          {sticker && (
            <button
              type="button"
              onClick={() => choose(null)}
              className="col-span-4 flex items-center justify-center gap-1 rounded p-1 text-sm hover:bg-pale"
            >
              <X size={14} aria-hidden="true" />
              {say('desk_sticker_none')}
            </button>
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
})
