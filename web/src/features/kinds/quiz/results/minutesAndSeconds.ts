/** A span in minutes and seconds, "1:05". */
export function minutesAndSeconds(milliseconds: number): string {
  const seconds = Math.round(milliseconds / 1_000)
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`
}
