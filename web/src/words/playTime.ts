/** A moment of a video or a sound, "1:05" or "1:02:03"; parts of a second are left out. */
export function playTime(seconds: number): string {
  const all = Math.max(0, Math.floor(seconds))
  const [hours, minutes] = [Math.floor(all / 3600), Math.floor(all / 60) % 60]
  const two = (number: number) => String(number).padStart(2, '0')
  return hours ? `${hours}:${two(minutes)}:${two(all % 60)}` : `${minutes}:${two(all % 60)}`
}

/** The seconds of a moment that was typed as "65", "1:05", "1:02:03" or with parts of a second; undefined where it is none. */
export function typedTime(typed: string): number | undefined {
  const match = /^(?:(?:(\d{1,2}):)?(\d{1,4}):)?(\d{1,5}(?:[.,]\d{1,3})?)$/.exec(typed.trim())
  if (!match) return undefined
  const [, hours = '0', minutes = '0', seconds = '0'] = match
  return Number(hours) * 3600 + Number(minutes) * 60 + Number(seconds.replace(',', '.'))
}
