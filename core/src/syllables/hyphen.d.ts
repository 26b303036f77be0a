/** What Oppen uses of the package with the hyphenation patterns of TeX; it has no types. */
declare module 'hyphen' {
  export default function createHyphenator(
    patterns: unknown,
    options: { readonly hyphenChar: string; readonly minWordLength: number },
  ): (text: string) => string
}
declare module 'hyphen/patterns/en-us.js' {
  const patterns: unknown
  export default patterns
}
declare module 'hyphen/patterns/pt.js' {
  const patterns: unknown
  export default patterns
}
