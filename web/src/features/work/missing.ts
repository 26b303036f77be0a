import type { Missing } from '@oppen/core/draft'
import { listWords } from '../../words/numbers.js'
import { say } from '../../words/say.js'

/** What is missing, in words. */
export function missingWords(missing: Missing): string {
  switch (missing.is) {
    case 'part':
      return say('missing_part', { name: missing.name.replace(/[:?]$/, '') })
    case 'cells':
      return say('missing_cells', { count: missing.count })
    case 'pages':
      return say('missing_pages', {
        count: missing.numbers.length,
        numbers: listWords(missing.numbers.map(String)),
      })
    case 'uploading':
      return say('missing_uploading', { name: missing.name })
    default:
      return say(`missing_${missing.is}`)
  }
}

/** The first of what is missing, in a line for the bar. */
export function missingLine(missing: readonly Missing[], most = 2): string {
  const shown = missing.slice(0, most).map(missingWords)
  const rest = missing.length - shown.length
  return listWords([...shown, ...(rest ? [say('missing_more', { count: rest })] : [])])
}
