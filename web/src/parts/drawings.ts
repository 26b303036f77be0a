import { DRAWING, drawingSvg } from '@oppen/core/questions'
import { say } from '../words/say.js'

/** Shows every drawing that a written text holds as strokes. */
export function showDrawings(text: HTMLElement): void {
  for (const place of text.querySelectorAll<HTMLElement>('p[data-strokes]')) {
    const picture = Object.assign(new Image(DRAWING.width, DRAWING.height), {
      src: `data:image/svg+xml,${encodeURIComponent(drawingSvg(place.dataset.strokes ?? ''))}`,
      alt: say('drawing'),
    })
    picture.className = 'h-auto max-w-full rounded border border-rule'
    place.replaceChildren(picture)
  }
}
