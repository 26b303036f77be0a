/** The tints of a class: each a paper, named after what it reminds of. */
export const TINTS = ['sand', 'moss', 'tide', 'heather', 'clay', 'slate', 'straw', 'rose'] as const
export type Tint = (typeof TINTS)[number]

/** The signs of a class, each of another outline, so that classes are told apart without colour too. */
export const SIGNS = [
  'wave',
  'leaf',
  'kite',
  'hill',
  'shell',
  'ladder',
  'seed',
  'knot',
  'lamp',
  'sail',
  'steps',
  'sun',
] as const
export type Sign = (typeof SIGNS)[number]
