/**
 * Writing systems beyond the Latin letters that everything is set in, by their signs: scripts of the Unicode Standard
 * (Scripts.txt, UAX #24), with the punctuation that comes along. `general` are those that one set of letters covers:
 * Latin with Vietnamese accents, Greek, Cyrillic, Devanagari.
 */
const SIGNS = {
  general: /[\u1ea0-\u1ef9\p{Script=Greek}\p{Script=Cyrillic}\p{Script=Devanagari}]/u,
  arabic: /\p{Script=Arabic}/u,
  armenian: /\p{Script=Armenian}/u,
  bengali: /\p{Script=Bengali}/u,
  ethiopic: /\p{Script=Ethiopic}/u,
  georgian: /\p{Script=Georgian}/u,
  gujarati: /\p{Script=Gujarati}/u,
  gurmukhi: /\p{Script=Gurmukhi}/u,
  hebrew: /\p{Script=Hebrew}/u,
  kannada: /\p{Script=Kannada}/u,
  khmer: /\p{Script=Khmer}/u,
  lao: /\p{Script=Lao}/u,
  malayalam: /\p{Script=Malayalam}/u,
  myanmar: /\p{Script=Myanmar}/u,
  sinhala: /\p{Script=Sinhala}/u,
  tamil: /\p{Script=Tamil}/u,
  telugu: /\p{Script=Telugu}/u,
  thai: /\p{Script=Thai}/u,
  chinese: /[\p{Script=Han}\p{Script=Bopomofo}\u3000-\u303f\uff01-\uff60]/u,
  japanese: /[\p{Script=Hiragana}\p{Script=Katakana}\uff61-\uff65]/u,
  korean: /\p{Script=Hangul}/u,
} as const

export type Script = keyof typeof SIGNS

export const SCRIPTS = Object.keys(SIGNS) as readonly Script[]

/** Whether anything in a text is beyond Latin letters, signs and small pictures; most texts end here. */
const BEYOND = /[\u0370-\u1dbf\u1ea0-\u1fff\u2c80-\u2dff\u2e80-\ud7ff\uf900-\uffef\ud840-\ud88f]/

/** The writing systems of a text, in the order in which their letters are looked for. */
export function scriptsIn(text: string): readonly Script[] {
  return BEYOND.test(text) ? SCRIPTS.filter(script => SIGNS[script].test(text)) : []
}
