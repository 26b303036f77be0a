/** What one of so many equal parts is called, and several: from halves to tenths. */
export type Parts = Readonly<Record<number, readonly [one: string, many: string]>>

export const PARTS_EN: Parts = {
  2: ['half', 'halves'],
  3: ['third', 'thirds'],
  4: ['quarter', 'quarters'],
  5: ['fifth', 'fifths'],
  6: ['sixth', 'sixths'],
  7: ['seventh', 'sevenths'],
  8: ['eighth', 'eighths'],
  9: ['ninth', 'ninths'],
  10: ['tenth', 'tenths'],
}

export const PARTS_PT: Parts = {
  2: ['meio', 'meios'],
  3: ['terço', 'terços'],
  4: ['quarto', 'quartos'],
  5: ['quinto', 'quintos'],
  6: ['sexto', 'sextos'],
  7: ['sétimo', 'sétimos'],
  8: ['oitavo', 'oitavos'],
  9: ['nono', 'nonos'],
  10: ['décimo', 'décimos'],
}
