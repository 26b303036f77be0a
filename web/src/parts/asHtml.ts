/** Plain words of formatted ones. */
export const asText = (html: string): string =>
  html
    .replace(/<\/p><p>/g, '\n')
    .replace(/<[^>]*>/g, '')
    .replace(/&lt;/g, '<')
    .replace(/&gt;/g, '>')
    .replace(/&amp;/g, '&')

/** Plain words as formatted ones: a paragraph a line. */
export const asHtml = (text: string): string => {
  const safe = text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;')
  return safe && `<p>${safe.replaceAll('\n', '</p><p>')}</p>`
}

/** Formatted words in one line. */
export const inOneLine = (html: string): string =>
  html
    .replace(/<[^<>]*>/g, ' ')
    .replace(/&nbsp;/g, ' ')
    .replace(/&amp;/g, '&')
    .trim()
