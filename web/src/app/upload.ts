/** A file as the body of an upload. */
export function formWith(file: File): FormData {
  const form = new FormData()
  form.append('file', file)
  return form
}
