import temml from 'temml'

/** Draws a formula given in TeX as MathML, which is read aloud as it stands; what is no formula stays as it was typed. */
export function drawFormula(place: HTMLElement, tex: string): boolean {
  try {
    temml.render(tex, place, { throwOnError: true, strict: false, trust: false })
    return true
  } catch {
    place.textContent = tex
    return false
  }
}

/** Draws every formula of a written text. */
export function drawFormulas(text: HTMLElement): void {
  for (const place of text.querySelectorAll<HTMLElement>('span[data-tex]'))
    drawFormula(place, place.dataset.tex ?? '')
}
