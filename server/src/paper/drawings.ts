import { drawingSvg } from '@oppen/core/questions'

/** A page with its drawings, which it holds as strokes, as pictures in it. */
export const withDrawings = (html: string): string =>
  html.replace(/<p data-strokes="([\w -]*)">.*?<\/p>/gs, (_, strokes: string) => drawingSvg(strokes))
