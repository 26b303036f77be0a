import { drawingSvg } from '@oppen/core/questions'
import {
  Document,
  Font,
  Image,
  Link,
  Page,
  renderToBuffer,
  StyleSheet,
  Text,
  View,
} from '@react-pdf/renderer'
import { type ChildNode, Element, Text as Words } from 'domhandler'
import { parseDocument } from 'htmlparser2'
import { Fragment, type ReactNode } from 'react'
import sharp from 'sharp'
import { SPANS } from '../html.js'
import type { FontFiles } from './fontFiles.js'
import { writing } from './fonts.js'
import { type DrawnFormula, drawFormula } from './formulas.js'

const SIZE = 12
/** What is written on is so wide, in points, and pictures are no higher than this. */
const WIDE = 483
const HIGH = 560

const styles = StyleSheet.create({
  page: {
    fontSize: SIZE,
    padding: '56 56 64',
    color: '#20302C',
  },
  // not on the page itself: what stands at the foot would not be set
  text: { lineHeight: 1.2 },
  title: { fontSize: 20, fontWeight: 700, marginBottom: 14 },
  h1: { fontSize: 18, fontWeight: 700, marginTop: 10, marginBottom: 6 },
  h2: { fontSize: 15, fontWeight: 700, marginTop: 8, marginBottom: 5 },
  h3: { fontSize: 13, fontWeight: 700, marginTop: 6, marginBottom: 4 },
  p: { marginBottom: 6 },
  strong: { fontWeight: 700 },
  em: { fontStyle: 'italic' },
  u: { textDecoration: 'underline' },
  s: { textDecoration: 'line-through' },
  code: { backgroundColor: '#ECE6D8' },
  a: { color: '#1F3657', textDecoration: 'underline' },
  ul: { marginBottom: 4 },
  li: { flexDirection: 'row' },
  mark: { width: 22, textAlign: 'right', paddingRight: 7 },
  body: { flexGrow: 1, flexShrink: 1, flexBasis: 0 },
  blockquote: { borderLeft: '2 solid #1F3657', paddingLeft: 10, marginBottom: 6 },
  pre: { backgroundColor: '#ECE6D8', padding: 6, marginBottom: 6 },
  hr: { borderBottom: '1 solid #20302C', marginVertical: 8 },
  table: { border: '0.7 solid #55635E', marginBottom: 8 },
  tr: { flexDirection: 'row' },
  cell: {
    border: '0.35 solid #55635E',
    padding: '3 5 0',
  },
  th: { backgroundColor: '#ECE6D8', fontWeight: 700 },
  foot: {
    position: 'absolute',
    left: 56,
    right: 56,
    bottom: 30,
    flexDirection: 'row',
    justifyContent: 'space-between',
    fontSize: 9,
    color: '#55635E',
  },
})

Font.registerHyphenationCallback(word => [word])

const registered = new Set<string>()

/** Makes fonts known to what sets the page, once; gives their names in order. */
function register(fonts: readonly FontFiles[]): string[] {
  for (const { family, plain, bold, italic, boldItalic } of fonts) {
    if (registered.has(family)) continue
    registered.add(family)
    Font.register({
      family,
      fonts: [
        { src: plain },
        { src: bold, fontWeight: 700 },
        { src: italic, fontStyle: 'italic' },
        { src: boldItalic, fontWeight: 700, fontStyle: 'italic' },
      ],
    })
  }
  return fonts.map(font => font.family)
}

type Picture = {
  readonly data: Buffer
  readonly format: 'jpg' | 'png'
  readonly width: number
  readonly height: number
}

/** What has to be fetched or drawn before a page can be set: pictures by their address, formulas by their TeX. */
type Drawn = {
  readonly pictures: ReadonlyMap<string, Picture>
  readonly formulas: ReadonlyMap<string, DrawnFormula>
  readonly drawable: (text: string) => string
}

export type WrittenPage = {
  readonly title: string
  /** Cleaned formatted text. */
  readonly html: string
  /** What stands at the foot of each page, beside its number. */
  readonly foot: string
  /** The bytes of the pictures in the text, by their addresses. */
  readonly pictures: ReadonlyMap<string, Uint8Array>
}

/**
 * A written page as a PDF of A4 sheets: headings, lists, tables, pictures, links and formulas as on the screen, the
 * words as text that can be searched.
 */
export async function writtenPdf({ title, html, foot, pictures }: WrittenPage): Promise<Buffer> {
  const { fonts, drawable } = await writing(`${title} ${html} ${foot}`)
  // the types know one name only
  const fontFamily = register(fonts) as unknown as string
  const nodes = parseDocument(html).children
  const drawn = { drawable, ...(await draw(nodes, pictures)) }
  const paper = (
    <Document title={title} language="en">
      <Page size="A4" style={[styles.page, { fontFamily }]}>
        <View style={styles.text}>
          <Text style={styles.title}>{drawable(title)}</Text>
          <Blocks nodes={nodes} drawn={drawn} />
        </View>
        <View fixed style={styles.foot}>
          <Text>{drawable(foot)}</Text>
          <Text render={({ pageNumber, totalPages }) => `${pageNumber} / ${totalPages}`} />
        </View>
      </Page>
    </Document>
  )
  return renderToBuffer(paper)
}

async function draw(
  nodes: readonly ChildNode[],
  given: WrittenPage['pictures'],
): Promise<Omit<Drawn, 'drawable'>> {
  const pictures = new Map<string, Picture>()
  const formulas = new Map<string, DrawnFormula>()
  for (const node of all(nodes)) {
    const { src, 'data-tex': tex } = node.attribs
    const bytes = src && !pictures.has(src) ? given.get(src) : undefined
    if (src && bytes) pictures.set(src, await forPaper(bytes))
    const strokes = node.attribs['data-strokes']
    if (strokes) pictures.set(strokes, await forPaper(Buffer.from(drawingSvg(strokes))))
    const formula = tex && !formulas.has(tex) ? await drawFormula(tex, SIZE) : undefined
    if (tex && formula) formulas.set(tex, formula)
  }
  return { pictures, formulas }
}

const all = (nodes: readonly ChildNode[]): Element[] =>
  nodes.flatMap(node => (node instanceof Element ? [node, ...all(node.children)] : []))

/** A picture no larger than paper needs, of a kind that PDFs hold. */
async function forPaper(bytes: Uint8Array): Promise<Picture> {
  const { hasAlpha } = await sharp(bytes).metadata()
  const small = sharp(bytes)
    .rotate()
    .resize({ width: 1600, height: 2000, fit: 'inside', withoutEnlargement: true })
  const made = hasAlpha ? small.png() : small.jpeg({ quality: 86 })
  const { data, info } = await made.toBuffer({ resolveWithObject: true })
  return { data, format: hasAlpha ? 'png' : 'jpg', width: info.width, height: info.height }
}

type Part = { readonly nodes: readonly ChildNode[]; readonly drawn: Drawn }

const BLOCKS = new Set(['p', 'h1', 'h2', 'h3', 'ul', 'ol', 'blockquote', 'pre', 'hr', 'table', 'img'])

const isBlock = (node: ChildNode): node is Element => node instanceof Element && BLOCKS.has(node.name)

/** Blocks below each other; words that stand between them are a block of their own. */
function Blocks({ nodes, drawn }: Part) {
  const made: ReactNode[] = []
  let line: ChildNode[] = []
  const end = () => {
    if (line.some(node => !(node instanceof Words) || node.data.trim()))
      made.push(<Line key={made.length} nodes={line} drawn={drawn} />)
    line = []
  }
  for (const node of nodes) {
    if (!isBlock(node)) line.push(node)
    else {
      end()
      made.push(<Block key={made.length} node={node} drawn={drawn} />)
    }
  }
  end()
  return made
}

const Line = ({ nodes, drawn }: Part) => (
  <Text style={styles.p}>
    <Inline nodes={nodes} drawn={drawn} />
  </Text>
)

type BlockProps = { readonly node: Element; readonly drawn: Drawn }

function Block({ node, drawn }: BlockProps) {
  const inner = { nodes: node.children, drawn }
  switch (node.name) {
    case 'h1':
    case 'h2':
    case 'h3':
      return (
        <Text style={styles[node.name]} minPresenceAhead={40}>
          <Inline {...inner} />
        </Text>
      )
    case 'ul':
    case 'ol':
      return <List node={node} drawn={drawn} />
    case 'blockquote':
      return (
        <View style={styles.blockquote}>
          <Blocks {...inner} />
        </View>
      )
    case 'pre':
      return (
        <View style={styles.pre}>
          <Text>
            <Inline {...inner} />
          </Text>
        </View>
      )
    case 'hr':
      return <View style={styles.hr} />
    case 'table':
      return <Table node={node} drawn={drawn} />
    case 'img':
      return <Shown node={node} drawn={drawn} />
    default:
      if (node.attribs['data-strokes']) return <Shown node={node} drawn={drawn} />
      // pictures may stand in the line of a paragraph
      return node.children.some(isBlock) ? <Blocks {...inner} /> : <Paragraph {...inner} />
  }
}

/** An empty one is a line left out. */
const Paragraph = ({ nodes, drawn }: Part) =>
  nodes.length ? <Line nodes={nodes} drawn={drawn} /> : <Text style={styles.p}> </Text>

function Shown({ node, drawn }: BlockProps) {
  const picture = drawn.pictures.get(node.attribs.src ?? node.attribs['data-strokes'] ?? '')
  if (!picture) return null
  const points = picture.width * 0.75
  const scale = Math.min(1, WIDE / points, HIGH / (picture.height * 0.75))
  const style = { width: points * scale, height: picture.height * 0.75 * scale, marginBottom: 6 }
  return <Image src={{ data: picture.data, format: picture.format }} style={style} />
}

function List({ node, drawn }: BlockProps) {
  const first = Number(node.attribs.start ?? 1)
  const items = node.children.filter(one => one instanceof Element && one.name === 'li') as Element[]
  return (
    <View style={styles.ul}>
      {items.map((item, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a page that is set once
        <View key={index} style={styles.li}>
          <Text style={styles.mark}>{node.name === 'ol' ? `${first + index}.` : '•'}</Text>
          <View style={styles.body}>
            <Blocks nodes={item.children} drawn={drawn} />
          </View>
        </View>
      ))}
    </View>
  )
}

type Cell = { readonly cell: Element | null; readonly span: number }

/** How far a cell reaches; a page that was kept before spans were looked at says whatever it says. */
function spanOf(cell: Element, name: keyof typeof SPANS): number {
  const [least, most] = SPANS[name]
  const value = Math.trunc(Number(cell.attribs[name] ?? 1))
  return Number.isFinite(value) ? Math.min(most, Math.max(least, value)) : least
}

/** The rows of a table; where a cell reaches down, the rows below have an empty one in its place. */
function rowsOf(table: Element): Cell[][] {
  const reaching: number[] = []
  return all(table.children)
    .filter(one => one.name === 'tr')
    .map(row => {
      const cells: Cell[] = []
      let column = 0
      const skip = () => {
        for (; (reaching[column] ?? 0) > 0; column++) {
          reaching[column] = (reaching[column] ?? 0) - 1
          cells.push({ cell: null, span: 1 })
        }
      }
      for (const cell of row.children) {
        if (!(cell instanceof Element)) continue
        skip()
        const span = spanOf(cell, 'colspan')
        const down = spanOf(cell, 'rowspan') - 1
        cells.push({ cell, span })
        for (let at = 0; at < span; at++) reaching[column++] = down
      }
      skip()
      return cells
    })
}

function Table({ node, drawn }: BlockProps) {
  const rows = rowsOf(node)
  const columns = Math.max(1, ...rows.map(cells => cells.reduce((sum, { span }) => sum + span, 0)))
  return (
    <View style={styles.table}>
      {rows.map((cells, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a page that is set once
        <View key={index} style={styles.tr}>
          {cells.map(({ cell, span }, at) => (
            <View
              // biome-ignore lint/suspicious/noArrayIndexKey: a page that is set once
              key={at}
              style={[
                styles.cell,
                { width: `${(100 * span) / columns}%` },
                ...(cell?.name === 'th' ? [styles.th] : []),
              ]}
            >
              <Blocks nodes={cell?.children ?? []} drawn={drawn} />
            </View>
          ))}
        </View>
      ))}
    </View>
  )
}

/** Words in a line, with how they are set. */
function Inline({ nodes, drawn }: Part) {
  return nodes.map((node, index) => (
    // biome-ignore lint/suspicious/noArrayIndexKey: a page that is set once
    <Fragment key={index}>{inlineOf(node, drawn)}</Fragment>
  ))
}

const SET = ['strong', 'em', 'u', 's', 'code'] as const
const isSet = (name: string): name is (typeof SET)[number] => SET.some(one => one === name)

function inlineOf(node: ChildNode, drawn: Drawn): ReactNode {
  if (node instanceof Words) return drawn.drawable(node.data)
  if (!(node instanceof Element)) return null
  const inner = <Inline nodes={node.children} drawn={drawn} />
  if (node.name === 'br') return '\n'
  if (node.attribs['data-tex'] !== undefined) return formulaOf(node.attribs['data-tex'], drawn)
  if (node.name === 'a')
    return (
      <Link src={node.attribs.href ?? ''} style={styles.a}>
        {inner}
      </Link>
    )
  return isSet(node.name) ? <Text style={styles[node.name]}>{inner}</Text> : inner
}

function formulaOf(tex: string, drawn: Drawn): ReactNode {
  const formula = drawn.formulas.get(tex)
  if (!formula) return drawn.drawable(tex)
  const { png, width, height } = formula
  const scale = Math.min(1, WIDE / width)
  return <Image src={{ data: png, format: 'png' }} style={{ width: width * scale, height: height * scale }} />
}
