import type { StickerName } from '@oppen/core/marking'
import { say } from '../../words/say.js'
import { Sticker } from './stickers.js'

/** A sticker with its name for those who do not see it. */
export const NamedSticker = ({
  sticker,
  size,
}: {
  readonly sticker: StickerName
  readonly size?: number
}) => (
  <span role="img" aria-label={say(`sticker_${sticker}`)} title={say(`sticker_${sticker}`)}>
    <Sticker sticker={sticker} {...(size && { size })} />
  </span>
)
