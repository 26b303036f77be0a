import type { Picture } from '@oppen/core/joining'
import {
  Apple,
  Bird,
  Carrot,
  Cat,
  Fish,
  type LucideIcon,
  Rabbit,
  Sailboat,
  Snail,
  Star,
  Sun,
  TreePine,
  Turtle,
} from 'lucide-react'

/** How each picture of a picture secret is drawn. */
export const DRAWN: Readonly<Record<Picture, LucideIcon>> = {
  fish: Fish,
  bird: Bird,
  snail: Snail,
  turtle: Turtle,
  cat: Cat,
  rabbit: Rabbit,
  apple: Apple,
  carrot: Carrot,
  sun: Sun,
  star: Star,
  boat: Sailboat,
  tree: TreePine,
}
