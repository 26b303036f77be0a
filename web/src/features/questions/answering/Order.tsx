import { ArrowDown, ArrowUp } from 'lucide-react'
import { Button } from '../../../parts/Button.js'
import { say } from '../../../words/say.js'
import { Listen } from '../Listen.js'
import type { InputProps } from './inputProps.js'

/** Items to bring into order, by hand or by keys. */
export function Order({ question, given, locked, onChange }: InputProps<'order'>) {
  const { items } = question.ask
  const order = given.order.length ? given.order : items.map(({ id }) => id)
  const move = (at: number, by: number) => {
    const next = [...order]
    const [moved = ''] = next.splice(at, 1)
    next.splice(at + by, 0, moved)
    onChange({ ...given, order: next })
  }
  return (
    <>
      <ol className="flex max-w-prose list-decimal flex-col gap-1 ps-6">
        {order.map((id, at) => {
          const name = items.find(item => item.id === id)?.text ?? ''
          return (
            <li key={id}>
              <span className="flex items-center gap-2">
                <span className="min-w-0 flex-1">{name}</span>
                <Listen question={question} part={id} name={name} />
                <button
                  type="button"
                  aria-label={say('quiz_up', { name })}
                  disabled={locked || at === 0}
                  onClick={() => move(at, -1)}
                  className="rounded p-2 hover:bg-pale disabled:opacity-40"
                >
                  <ArrowUp size={18} aria-hidden="true" />
                </button>
                <button
                  type="button"
                  aria-label={say('quiz_down', { name })}
                  disabled={locked || at === order.length - 1}
                  onClick={() => move(at, 1)}
                  className="rounded p-2 hover:bg-pale disabled:opacity-40"
                >
                  <ArrowDown size={18} aria-hidden="true" />
                </button>
              </span>
            </li>
          )
        })}
      </ol>
      {!given.order.length && !locked && (
        <div>
          <Button onClick={() => onChange({ ...given, order })}>{say('quiz_as_it_stands')}</Button>
        </div>
      )}
    </>
  )
}
