import { Switch as Toggle } from 'radix-ui'
import { useId } from 'react'

type Props = {
  readonly label: string
  /** What it means as it stands now. */
  readonly says: string
  readonly on: boolean
  readonly onChange: (on: boolean) => void
}

/** One switch, with what it changes for whom beside it. */
export function Switch({ label, says, on, onChange }: Props) {
  const id = useId()
  return (
    <div className="grid grid-cols-[auto_1fr] items-start gap-x-3">
      <Toggle.Root
        id={id}
        checked={on}
        onCheckedChange={onChange}
        aria-describedby={`${id}-says`}
        className="mt-0.5 h-6 w-11 rounded border border-edge bg-linen-deep p-0.5 data-[state=checked]:border-blue data-[state=checked]:bg-blue"
      >
        <Toggle.Thumb className="block size-[18px] rounded-sm bg-sheet transition-transform duration-100 data-[state=checked]:translate-x-5 rtl:data-[state=checked]:-translate-x-5 motion-reduce:transition-none" />
      </Toggle.Root>
      <div>
        <label htmlFor={id} className="font-semibold">
          {label}
        </label>
        <p id={`${id}-says`} className="text-[0.9375rem] text-soft">
          {says}
        </p>
      </div>
    </div>
  )
}
