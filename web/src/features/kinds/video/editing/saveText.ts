/** Saves a text of this page as a file of the device. */
export function saveText(text: string, name: string, type: string): void {
  const url = URL.createObjectURL(new Blob([text], { type }))
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  // the browser has begun by then
  setTimeout(() => URL.revokeObjectURL(url), 10_000)
}
