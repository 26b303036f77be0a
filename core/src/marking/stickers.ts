/** The stickers of Oppen: drawn for it, each with a name that says what it is for. */
export const STICKERS = [
  'sprout',
  'lighthouse',
  'kite',
  'bridge',
  'anchor',
  'shell',
  'compass',
  'wave',
] as const
export type StickerName = (typeof STICKERS)[number]

export const isSticker = (name: string): name is StickerName => (STICKERS as readonly string[]).includes(name)
