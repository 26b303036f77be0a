import { Readable } from 'node:stream'
import * as fontkit from 'fontkit'
import type { PDFDocument } from 'pdf-lib'

type Anchored = { applyAnchor(mark: { markAnchor: unknown } | undefined, base: unknown, index: number): void }

let repaired = false

/**
 * A mark or a base whose anchor is NULL is left where it stands; fontkit itself ends there. Holds for whatever sets text
 * with it in this thread, React PDF also.
 *
 * Source: OpenType 1.9, GPOS, lookup types 4 to 6: an offset to an anchor "may be NULL".
 */
function repair(font: fontkit.Font): void {
  if (repaired || !font.availableFeatures.includes('mark')) return
  font.layout('a')
  const engine = (font as unknown as { _layoutEngine?: { engine?: { GPOSProcessor?: Anchored } } })
    ._layoutEngine
  const processor = engine?.engine?.GPOSProcessor
  if (!processor) return
  repaired = true
  const shape: Anchored = Object.getPrototypeOf(processor)
  const { applyAnchor } = shape
  shape.applyAnchor = function (mark, base, index) {
    if (mark?.markAnchor && base) applyAnchor.call(this, mark, base, index)
  }
}

/** A font of its bytes. */
export function fontOf(bytes: Uint8Array): fontkit.Font {
  const font = fontkit.create(Buffer.from(bytes)) as fontkit.Font
  repair(font)
  return font
}

type Fontkit = Parameters<PDFDocument['registerFontkit']>[0]

/** Fontkit as pdf-lib asks for it, which takes the bytes of a font that was cut down as a stream. */
export const fontkitForPdf = {
  create(bytes: Uint8Array) {
    const font = fontOf(bytes)
    const createSubset = font.createSubset.bind(font)
    const streamed = () => {
      const subset = createSubset()
      return Object.assign(subset, { encodeStream: () => Readable.from([subset.encode()]) })
    }
    return Object.assign(font, { createSubset: streamed })
  },
} as unknown as Fontkit
