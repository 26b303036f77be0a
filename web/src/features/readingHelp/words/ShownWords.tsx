import type { Showing } from '@oppen/core/readingHelp'
import { useEffect } from 'react'
import { showToast } from '../../../parts/toast.js'
import { LOCALE } from '../../../words/language.js'
import { say } from '../../../words/say.js'
import { languageName } from '../../wordList/languageName.js'
import { blocksOf } from '../aloud/blocks.js'
import { markShown } from '../aloud/marks.js'
import { rangeOf, textOf } from '../aloud/text.js'
import { wordsWorker } from '../aloud/useReader.js'

/** How far beyond the edge of the page words are shown already, in pixels. */
const AROUND = 400
/** A page that changes is looked at again so long after, in milliseconds. */
const AFTER = 150

/** Shows the syllables, or one sort of word, of whatever text is in sight. */
export default function ShownWords({ showing }: { readonly showing: Showing }) {
  useEffect(() => {
    const page = document.getElementById('page')
    if (!page) return
    let [run, timer] = [0, 0]
    const unknown = new Set<string>()
    const show = async () => {
      const mine = ++run
      const near = blocksOf().filter(isNear)
      const shown = await Promise.all(near.map(block => rangesIn(block, showing)))
      if (mine !== run) return
      markShown(shown.flatMap(one => one.ranges))
      for (const { language, known } of shown)
        if (!known && !unknown.has(language)) {
          unknown.add(language)
          const key = showing === 'syllables' ? 'word_unknown_syllables' : 'word_unknown_kind'
          showToast(say(key, { language: languageName(language) }))
        }
    }
    const soon = () => {
      clearTimeout(timer)
      timer = window.setTimeout(() => void show().catch(() => undefined), AFTER)
    }
    soon()
    const changes = new MutationObserver(soon)
    changes.observe(page, { childList: true, characterData: true, subtree: true })
    page.addEventListener('scroll', soon, { passive: true })
    window.addEventListener('resize', soon)
    return () => {
      run++
      clearTimeout(timer)
      changes.disconnect()
      page.removeEventListener('scroll', soon)
      window.removeEventListener('resize', soon)
      markShown([])
    }
  }, [showing])
  return null
}

function isNear(block: Element): boolean {
  const { top, bottom } = block.getBoundingClientRect()
  return bottom > -AROUND && top < window.innerHeight + AROUND
}

type Shown = { readonly language: string; readonly known: boolean; readonly ranges: readonly Range[] }

/** What was found in a text stays found for as long as the text stands. */
const found = new WeakMap<Element, { readonly key: string; readonly coming: ReturnType<typeof find> }>()

async function rangesIn(block: Element, showing: Showing): Promise<Shown> {
  const text = textOf(block)
  const key = `${showing} ${text.language ?? ''} ${text.text}`
  const had = found.get(block)
  const coming = had?.key === key ? had.coming : find(text.text, text.language, showing)
  found.set(block, { key, coming })
  coming.catch(() => found.delete(block))
  const { language, spans } = await coming
  const now = textOf(block)
  return { language, known: spans !== null, ranges: (spans ?? []).flatMap(span => rangeOf(now, span) ?? []) }
}

async function find(text: string, said: string | undefined, showing: Showing) {
  const language = said ?? (await wordsWorker(worker => worker.languageOf(text, LOCALE)))
  return { language, spans: await wordsWorker(worker => worker.shownOf(text, showing, language)) }
}
