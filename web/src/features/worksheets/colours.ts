import type { InkColour } from '@oppen/core/ink'

/** The inks as they are seen on paper, which stays white also with the lamp off. */
export const COLOURS: Readonly<Record<InkColour, string>> = {
  black: '#20302c',
  blue: '#1f4aa3',
  red: '#c22e21',
  green: '#1c7040',
  ochre: '#db991a',
  violet: '#6b4099',
}
