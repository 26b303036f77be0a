import { passageText } from '@oppen/core/passage'
import { ENOUGH_WORDS, type TextFigures } from '@oppen/core/readability'
import { useQuery } from '@tanstack/react-query'
import { useDebouncedValue } from '../../../../app/useDebouncedValue.js'
import { oneDecimal } from '../../../../words/numbers.js'
import { say } from '../../../../words/say.js'
import { wordsWorker } from '../../../readingHelp/aloud/useReader.js'
import { languageName } from '../../../wordList/languageName.js'

type Props = { readonly html: string; readonly language: string }

/** How hard a passage is to read, as far as figures can say it, and what they do not say. */
export function Difficulty({ html, language }: Props) {
  const settled = useDebouncedValue(html, 600)
  const { data } = useQuery({
    queryKey: ['figures', settled, language],
    queryFn: () => wordsWorker(worker => worker.figuresOf(passageText(settled), language)),
    networkMode: 'always',
    enabled: settled !== '',
    placeholderData: before => before,
    gcTime: 0,
  })
  if (!data?.words) return null
  return (
    <div role="note" className="rounded-[var(--radius-card)] bg-pale px-3 py-2 text-[0.9375rem]">
      <p className="tabular-nums">
        {say('reading_figures', {
          words: data.words,
          sentence: oneDecimal(data.sentence),
          long: Math.round(data.long * 100),
        })}
      </p>
      <p>{easeWords(data, language)}</p>
      <p className="text-sm text-soft">{say('reading_figures_not')}</p>
    </div>
  )
}

function easeWords({ ease, words }: TextFigures, language: string): string {
  if (ease) return say(`reading_ease_${ease.formula}`, { value: Math.round(ease.value) })
  return words < ENOUGH_WORDS
    ? say('reading_ease_short', { words: ENOUGH_WORDS })
    : say('reading_ease_none', { language: languageName(language) })
}
