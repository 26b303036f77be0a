import type { Area, Point } from '@oppen/core/questions'

/** Where on a picture a pointer is, in thousandths of its width and height. */
export function onPicture({
  currentTarget,
  clientX,
  clientY,
}: {
  readonly currentTarget: Element
  readonly clientX: number
  readonly clientY: number
}): Point {
  const { left, top, width, height } = currentTarget.getBoundingClientRect()
  const part = (value: number, of: number) => Math.round(Math.min(1, Math.max(0, value / of)) * 1000)
  return { x: part(clientX - left, width), y: part(clientY - top, height) }
}

/** An area over a picture that is a thousand wide and high. */
export function AreaShape({ area: { is, from, to } }: { readonly area: Area }) {
  const [width, height] = [to.x - from.x, to.y - from.y]
  const look = {
    className: 'fill-ochre/30 stroke-ochre',
    strokeWidth: 2,
    vectorEffect: 'non-scaling-stroke',
  } as const
  if (is === 'box') return <rect x={from.x} y={from.y} width={width} height={height} {...look} />
  return <ellipse cx={from.x + width / 2} cy={from.y + height / 2} rx={width / 2} ry={height / 2} {...look} />
}
