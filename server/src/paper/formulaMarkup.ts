import temml from 'temml'

/** A formula as MathML, which browsers draw and read aloud; what is no formula stays as it was typed. */
export function formulaMarkup(tex: string): string | undefined {
  try {
    return temml.renderToString(tex, { throwOnError: true, strict: false, trust: false })
  } catch {
    return undefined
  }
}
