/** What a person knows a device by, from what its browser says of itself: "Firefox on Windows". */
export function deviceName(userAgent: string): string {
  const browser = firstOf(userAgent, BROWSERS)
  const system = firstOf(userAgent, SYSTEMS)
  return [browser, system].filter(Boolean).join(' on ')
}

/** In the order in which they are asked: many a browser also carries the name of another. */
const BROWSERS: readonly (readonly [RegExp, string])[] = [
  [/Edg\//, 'Edge'],
  [/Firefox\//, 'Firefox'],
  [/OPR\//, 'Opera'],
  [/Chrom(e|ium)\//, 'Chrome'],
  [/Safari\//, 'Safari'],
]
const SYSTEMS: readonly (readonly [RegExp, string])[] = [
  [/iPad/, 'iPad'],
  [/iPhone/, 'iPhone'],
  [/Android/, 'Android'],
  [/CrOS/, 'ChromeOS'],
  [/Windows/, 'Windows'],
  [/Mac OS X/, 'macOS'],
  [/Linux/, 'Linux'],
]

const firstOf = (text: string, names: readonly (readonly [RegExp, string])[]): string | undefined =>
  names.find(([pattern]) => pattern.test(text))?.[1]
