import { initials } from '@oppen/core/joining'

const TINTS = ['#1f3657', '#7a5a1e', '#2b6a4b', '#176a76', '#8a3a2a', '#5a4a78'] as const

/** A person's initials on a tint that stays theirs. The name always stands beside it. */
export function Avatar({ name, size = 34 }: { readonly name: string; readonly size?: number }) {
  const sum = [...name].reduce((total, char) => total + (char.codePointAt(0) ?? 0), 0)
  return (
    <svg width={size} height={size} viewBox="0 0 34 34" aria-hidden="true" className="shrink-0">
      <rect width="34" height="34" rx="9" fill={TINTS[sum % TINTS.length]} />
      <text
        x="17"
        y="22"
        textAnchor="middle"
        fill="#fffdf8"
        fontSize="14"
        fontWeight="700"
        fontFamily="var(--font-sans)"
      >
        {initials(name)}
      </text>
    </svg>
  )
}
