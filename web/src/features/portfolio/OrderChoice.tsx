import { say } from '../../words/say.js'
import type { Order } from './Shelves.js'

const ORDERS: readonly Order[] = ['time', 'goal']

type Props = { readonly order: Order; readonly onChange: (order: Order) => void }

/** By month or by goal. */
export const OrderChoice = ({ order, onChange }: Props) => (
  <fieldset aria-label={say('portfolio_by')} className="flex gap-1">
    {ORDERS.map(one => (
      <button
        key={one}
        type="button"
        aria-pressed={order === one}
        onClick={() => onChange(one)}
        className="min-h-9 rounded-[var(--radius-card)] border border-edge px-3 text-[0.9375rem] aria-pressed:border-blue aria-pressed:bg-blue-pale aria-pressed:font-semibold"
      >
        {say(`portfolio_by_${one}`)}
      </button>
    ))}
  </fieldset>
)
