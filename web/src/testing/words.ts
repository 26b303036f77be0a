import { loadWords, NAMESPACES } from '../words/wording.js'

// tests of the screens say everything
await loadWords(NAMESPACES)
