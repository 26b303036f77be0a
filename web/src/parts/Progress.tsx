type Props = {
  readonly value: number
  readonly max: number
  readonly label: string
  readonly className?: string
}

/** How much of a whole there is. */
export const Progress = ({ value, max, label, className = '' }: Props) => (
  <progress
    value={value}
    max={Math.max(1, max)}
    aria-label={label}
    className={`h-2 appearance-none overflow-hidden rounded-full bg-linen-deep [&::-webkit-progress-bar]:bg-linen-deep [&::-webkit-progress-value]:bg-blue [&::-moz-progress-bar]:bg-blue ${className}`}
  />
)
