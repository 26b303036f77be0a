/** Twenty-eight six-year-olds who share ten tablets. */
export const SHELLS = [
  'Abel Rosen',
  'Bea Lindqvist',
  'Caio Mendes',
  'Dora Finch',
  'Elio Sand',
  'Fenna Hart',
  'Gil Torres',
  'Hedda Brook',
  'Ivo Castell',
  'Jana Reed',
  'Kofi Banks',
  'Lou Ferris',
  'Mika Stern',
  'Nell Ward',
  'Otis Glen',
  'Pia Santos',
  'Ravi Dale',
  'Suki Moor',
  'Teo Blanc',
  'Uma Heath',
  'Vito Cray',
  'Wren Adler',
  'Xenia Poole',
  'Yuri Beck',
  'Zara Holm',
  'Anouk Vale',
  'Bo Garner',
  'Cleo Nash',
] as const

const HAIR = ['#4b2e1e', '#c58a3c', '#1f1a17', '#8a3a2a', '#6f6250', '#d9c08a']
const SKIN = ['#f0cfae', '#c98f63', '#8a5a3a', '#e2b48c', '#6b4530']
const BACK = ['#dfe9e4', '#fbeed1', '#e0e8f1', '#f3e2dc', '#e9e3f0', '#dcebd9']

/** A face as a child draws it, for the sign-in screen; each number gives its own. */
export function drawnFace(index: number): string {
  const of = (list: readonly string[], step: number) => list[(index * step + step) % list.length]
  const curls = Array.from({ length: 7 }, (_, n) => {
    const turn = Math.PI * (1 + n / 6)
    return `<circle cx="${128 + 74 * Math.cos(turn)}" cy="${118 + 74 * Math.sin(turn)}" r="${22 + ((index + n) % 3) * 5}"/>`
  }).join('')
  return `<svg xmlns="http://www.w3.org/2000/svg" width="256" height="256">
  <rect width="256" height="256" fill="${of(BACK, 1)}"/>
  <path d="M40 256 q88 -90 176 0" fill="${of(['#1f3657', '#7a5a1e', '#2b6a4b', '#176a76', '#8a3a2a'], 3)}"/>
  <g fill="${of(HAIR, 5)}">${curls}</g>
  <circle cx="128" cy="128" r="68" fill="${of(SKIN, 2)}"/>
  <circle cx="104" cy="122" r="7" fill="#20302c"/><circle cx="152" cy="122" r="7" fill="#20302c"/>
  <path d="M100 152 q28 ${18 + (index % 4) * 6} 56 0" fill="none" stroke="#20302c" stroke-width="6" stroke-linecap="round"/>
</svg>`
}
