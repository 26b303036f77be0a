import { ZoomIn, ZoomOut } from 'lucide-react'
import { Tool } from './Tool.js'

const ZOOMS = [0.5, 0.75, 1, 1.5, 2, 3] as const

type Props = { readonly zoom: number; readonly onZoom: (zoom: number) => void; readonly large?: boolean }

/** Nearer and farther. */
export function Zoom({ zoom, onZoom, large }: Props) {
  const at = (ZOOMS as readonly number[]).indexOf(zoom)
  const step = (by: number) => onZoom(ZOOMS[at + by] ?? zoom)
  return (
    <span className="flex shrink-0 items-center">
      <Tool
        name="worksheet_farther"
        icon={ZoomOut}
        large={large}
        disabled={at <= 0}
        onPress={() => step(-1)}
      />
      {!large && (
        <span className="w-11 text-center text-sm text-soft tabular-nums">{Math.round(zoom * 100)} %</span>
      )}
      <Tool
        name="worksheet_nearer"
        icon={ZoomIn}
        large={large}
        disabled={at >= ZOOMS.length - 1}
        onPress={() => step(1)}
      />
    </span>
  )
}
