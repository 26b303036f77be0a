import sharp from 'sharp'

/** A formula as a picture of its letters; its size on paper in points. */
export type DrawnFormula = { readonly png: Buffer; readonly width: number; readonly height: number }

/** Finer than any printer, in dots an inch. */
const FINE = 600
/** An ex of text of this size, in points. */
const EX = 0.43

type Draw = (tex: string) => string
let drawing: Promise<Draw> | undefined

/** The part that draws is large, and only here once something is drawn. */
async function begin(): Promise<Draw> {
  const [{ mathjax }, { TeX }, { SVG }, { liteAdaptor }, { RegisterHTMLHandler }, { AllPackages }] =
    await Promise.all([
      import('mathjax-full/js/mathjax.js'),
      import('mathjax-full/js/input/tex.js'),
      import('mathjax-full/js/output/svg.js'),
      import('mathjax-full/js/adaptors/liteAdaptor.js'),
      import('mathjax-full/js/handlers/html.js'),
      import('mathjax-full/js/input/tex/AllPackages.js'),
    ])
  const adaptor = liteAdaptor()
  RegisterHTMLHandler(adaptor)
  const page = mathjax.document('', {
    InputJax: new TeX({ packages: AllPackages.filter(name => name !== 'require' && name !== 'autoload') }),
    OutputJax: new SVG({ fontCache: 'none' }),
  })
  return tex => adaptor.innerHTML(page.convert(tex, { display: false }))
}

/** A formula given in TeX, drawn for text of a size in points; what is no formula gives nothing. */
export async function drawFormula(tex: string, size: number): Promise<DrawnFormula | undefined> {
  drawing ??= begin()
  const svg = (await drawing)(tex)
  const [, width, height] = /width="([\d.]+)ex" height="([\d.]+)ex"/.exec(svg) ?? []
  if (!width || !height || svg.includes('data-mjx-error')) return undefined
  const png = await sharp(Buffer.from(svg), { density: FINE }).png().toBuffer()
  return { png, width: Number(width) * EX * size, height: Number(height) * EX * size }
}
