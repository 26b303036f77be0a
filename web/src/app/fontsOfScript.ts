import type { Script } from '@oppen/core/texts'

/**
 * The letters of each writing system that Oppen's own do not have: files by what is written together, fetched as a page
 * needs them.
 */
export const FONTS_OF_SCRIPT: Readonly<Record<Script, () => Promise<unknown>>> = {
  general: () => import('@fontsource-variable/noto-sans/index.css'),
  arabic: () => import('@fontsource-variable/noto-sans-arabic/index.css'),
  armenian: () => import('@fontsource-variable/noto-sans-armenian/index.css'),
  bengali: () => import('@fontsource-variable/noto-sans-bengali/index.css'),
  ethiopic: () => import('@fontsource-variable/noto-sans-ethiopic/index.css'),
  georgian: () => import('@fontsource-variable/noto-sans-georgian/index.css'),
  gujarati: () => import('@fontsource-variable/noto-sans-gujarati/index.css'),
  gurmukhi: () => import('@fontsource-variable/noto-sans-gurmukhi/index.css'),
  hebrew: () => import('@fontsource-variable/noto-sans-hebrew/index.css'),
  kannada: () => import('@fontsource-variable/noto-sans-kannada/index.css'),
  khmer: () => import('@fontsource-variable/noto-sans-khmer/index.css'),
  lao: () => import('@fontsource-variable/noto-sans-lao/index.css'),
  malayalam: () => import('@fontsource-variable/noto-sans-malayalam/index.css'),
  myanmar: () => import('@fontsource-variable/noto-sans-myanmar/index.css'),
  sinhala: () => import('@fontsource-variable/noto-sans-sinhala/index.css'),
  tamil: () => import('@fontsource-variable/noto-sans-tamil/index.css'),
  telugu: () => import('@fontsource-variable/noto-sans-telugu/index.css'),
  thai: () => import('@fontsource-variable/noto-sans-thai/index.css'),
  chinese: () => import('@fontsource-variable/noto-sans-sc/index.css'),
  japanese: () => import('@fontsource-variable/noto-sans-jp/index.css'),
  korean: () => import('@fontsource-variable/noto-sans-kr/index.css'),
}
