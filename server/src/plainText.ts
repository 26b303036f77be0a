import { Parser } from 'htmlparser2'

/** After these a word begins anew; within a word, "rain<b>fall</b>" is one. */
const PARTS = /^(p|br|h[1-6]|li|ul|ol|tr|td|th|table|blockquote|pre|hr|div)$/

/** What formatted text says, without its formatting, each space once. */
export function plainText(html: string): string {
  let text = ''
  const parser = new Parser({
    ontext: data => {
      text += data
    },
    onopentagname: name => {
      if (PARTS.test(name)) text += ' '
    },
    onclosetag: name => {
      if (PARTS.test(name)) text += ' '
    },
  })
  parser.end(html)
  return text.replace(/\s+/g, ' ').trim()
}
