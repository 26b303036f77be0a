export const HERON = [
  'Ada Moreno',
  'Bram Okoye',
  'Chidi Larsen',
  'Dilys Park',
  'Ewan Sato',
  'Farah Quist',
  'Goran Pell',
  'Hana Birk',
  'Idris Vane',
  'Juno Ames',
  'Kit Solano',
  'Lena Osei',
] as const

export const WREN = [
  'Luis Moreno',
  'Milo Traub',
  'Nia Falk',
  'Oskar Lind',
  'Priya Dane',
  'Quinn Abara',
  'Rosa Teller',
  'Sami Wolde',
  'Tove Marsh',
  'Umar Fenn',
  'Vera Stone',
  'Yara Booth',
] as const

export const PUPILS = [...HERON, ...WREN]

/** On the register of Garden Science but not in yet, so that the door has somebody to wait for. */
export const NOT_IN_YET = ['Umar Fenn', 'Yara Booth']

/** Family members and the children they follow, in every class of the child. */
export const FAMILIES: Readonly<Record<string, readonly string[]>> = {
  'Mr Moreno': ['Ada Moreno', 'Luis Moreno'],
  'Ms Okoye': ['Bram Okoye'],
  'Mr Larsen': ['Chidi Larsen'],
  'Ms Park': ['Dilys Park'],
  'Ms Sato': ['Ewan Sato'],
  'Mr Quist': ['Farah Quist'],
  'Ms Pell': ['Goran Pell'],
  'Mr Birk': ['Hana Birk'],
  'Ms Ames': ['Juno Ames'],
  'Ms Osei': ['Lena Osei'],
  'Mr Traub': ['Milo Traub'],
  'Ms Falk': ['Nia Falk'],
  'Mr Lind': ['Oskar Lind'],
  'Ms Dane': ['Priya Dane'],
  'Ms Teller': ['Rosa Teller'],
  'Mr Wolde': ['Sami Wolde'],
  'Ms Marsh': ['Tove Marsh'],
  'Mr Stone': ['Vera Stone'],
}
