import { arcOnBoard } from '@oppen/core/joining'
import { type RefObject, useEffect, useState } from 'react'

/**
 * How large a capital letter of an element is from the back row, in minutes of arc, where the window fills the
 * board; undefined until it was measured.
 */
export function useLetterArc(element: RefObject<HTMLElement | null>): number | undefined {
  const [arc, setArc] = useState<number>()
  useEffect(() => {
    const measure = () => {
      const height = element.current && letterPixels(element.current)
      setArc(height ? arcOnBoard(height, window.innerWidth) : undefined)
    }
    measure()
    window.addEventListener('resize', measure)
    return () => window.removeEventListener('resize', measure)
  }, [element])
  return arc
}

/** The height of a capital H in an element's font, in pixels. */
function letterPixels(element: HTMLElement): number | undefined {
  const pen = document.createElement('canvas').getContext('2d')
  if (!pen) return undefined
  const { fontStyle, fontWeight, fontSize, fontFamily } = getComputedStyle(element)
  pen.font = `${fontStyle} ${fontWeight} ${fontSize} ${fontFamily}`
  return pen.measureText('H').actualBoundingBoxAscent
}
