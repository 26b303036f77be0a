import type { Area, Point } from '@oppen/core/questions'
import { type PointerEvent, useRef, useState } from 'react'
import { Button } from '../../../../parts/Button.js'
import { Field } from '../../../../parts/Field.js'
import { Cell, Off, Select } from '../../../../parts/inputs.js'
import { say } from '../../../../words/say.js'
import { PictureField } from '../../../questions/editing/PictureField.js'
import { AreaShape, onPicture } from '../../../questions/pictures.js'
import type { KindProps } from './fieldProps.js'

const NEW: Area = { is: 'box', from: { x: 400, y: 400 }, to: { x: 600, y: 600 } }
/** A smaller drag is a slip of the hand. */
const LEAST = 10

const between = (one: Point, other: Point): Pick<Area, 'from' | 'to'> => ({
  from: { x: Math.min(one.x, other.x), y: Math.min(one.y, other.y) },
  to: { x: Math.max(one.x, other.x), y: Math.max(one.y, other.y) },
})

/** A picture, and the places on it that are right: drawn with the pointer, or typed in percent. */
export function PlaceFields({ question: { ask, key }, put, onFile }: KindProps<'place'>) {
  const { areas } = key
  const begun = useRef<Point>(undefined)
  const [drawn, setDrawn] = useState<Area>()
  const setAreas = (next: readonly Area[]) => put({ key: { ...key, areas: [...next] } })
  const change = (at: number, part: Partial<Area>) =>
    setAreas(areas.map((area, index) => (index === at ? { ...area, ...part } : area)))
  const down = (event: PointerEvent<HTMLElement>) => {
    event.preventDefault()
    event.currentTarget.setPointerCapture(event.pointerId)
    begun.current = onPicture(event)
  }
  const move = (event: PointerEvent<HTMLElement>) => {
    if (begun.current) setDrawn({ is: 'box', ...between(begun.current, onPicture(event)) })
  }
  const up = () => {
    begun.current = undefined
    setDrawn(undefined)
    if (drawn && drawn.to.x - drawn.from.x >= LEAST && drawn.to.y - drawn.from.y >= LEAST)
      setAreas([...areas, drawn])
  }
  return (
    <>
      <PictureField
        label={say('quiz_place_picture')}
        picture={ask.picture || null}
        alt={ask.shows}
        onFile={onFile}
        onChange={picture => put({ ask: { ...ask, picture: picture ?? '' } })}
      />
      <Field
        label={say('quiz_place_shows')}
        hint={say('quiz_place_shows_hint')}
        value={ask.shows}
        onChange={event => put({ ask: { ...ask, shows: event.target.value } })}
      />
      {ask.picture && (
        <fieldset className="flex flex-col gap-2">
          <legend className="mb-1 text-[0.9375rem] font-semibold">{say('quiz_place_areas')}</legend>
          <p className="text-sm text-soft">{say('quiz_place_areas_hint')}</p>
          <div
            className="relative max-w-xl cursor-crosshair touch-none self-start"
            onPointerDown={down}
            onPointerMove={move}
            onPointerUp={up}
            onPointerCancel={up}
          >
            <img src={ask.picture} alt={ask.shows} draggable={false} className="block max-h-96 rounded" />
            <svg
              viewBox="0 0 1000 1000"
              preserveAspectRatio="none"
              className="absolute inset-0 size-full"
              aria-hidden="true"
            >
              {[...areas, ...(drawn ? [drawn] : [])].map((area, index) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: an area has its place in the list
                <AreaShape key={index} area={area} />
              ))}
            </svg>
          </div>
          <ul className="flex flex-col gap-1.5">
            {areas.map((area, at) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: an area has its place in the list
              <li key={at} className="flex flex-wrap items-center gap-2 text-[0.9375rem]">
                <Select
                  label={say('quiz_area_shape', { number: at + 1 })}
                  value={area.is}
                  onChange={event => change(at, { is: event.target.value === 'oval' ? 'oval' : 'box' })}
                >
                  <option value="box">{say('quiz_area_box')}</option>
                  <option value="oval">{say('quiz_area_oval')}</option>
                </Select>
                {(['from', 'to'] as const).map(end =>
                  (['x', 'y'] as const).map(axis => (
                    <Cell
                      key={`${end}${axis}`}
                      label={say(`quiz_area_${end}_${axis}`, { number: at + 1 })}
                      type="number"
                      min={0}
                      max={100}
                      className="w-20"
                      value={Math.round(area[end][axis] / 10)}
                      onChange={event => {
                        const value = Math.min(1000, Math.max(0, Number(event.target.value) * 10))
                        change(at, { [end]: { ...area[end], [axis]: value } })
                      }}
                    />
                  )),
                )}
                <Off
                  label={say('take_off', { name: say('quiz_area', { number: at + 1 }) })}
                  onClick={() => setAreas(areas.filter((_, index) => index !== at))}
                />
              </li>
            ))}
          </ul>
          <div>
            <Button onClick={() => setAreas([...areas, NEW])} disabled={areas.length >= 20}>
              {say('quiz_area_add')}
            </Button>
          </div>
        </fieldset>
      )}
    </>
  )
}
