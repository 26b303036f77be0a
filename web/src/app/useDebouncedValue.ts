import { useEffect, useState } from 'react'

/** A value once it has stayed the same for so many milliseconds. */
export function useDebouncedValue<T>(value: T, milliseconds: number): T {
  const [settled, setSettled] = useState(value)
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), milliseconds)
    return () => clearTimeout(timer)
  }, [value, milliseconds])
  return settled
}
