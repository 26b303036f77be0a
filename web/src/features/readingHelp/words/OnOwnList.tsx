import { routes } from '@oppen/contract'
import type { OwnWordId } from '@oppen/core/ids'
import { sentencesOf, spanAt } from '@oppen/core/speech'
import { foldedWord, WORD_LIMITS } from '@oppen/core/wordList'
import { READING_LIMITS } from '@oppen/core/work/kinds/reading'
import { useQuery } from '@tanstack/react-query'
import { BookmarkCheck } from 'lucide-react'
import { useEffect, useEffectEvent } from 'react'
import { call } from '../../../app/api.js'
import { useCommand } from '../../../app/command.js'
import { readOwnWords } from '../../../app/ownWords.js'
import { randomName } from '../../../app/randomName.js'
import { useMe } from '../../../app/session.js'
import { Problem } from '../../../parts/Feedback.js'
import { say } from '../../../words/say.js'
import { textOf } from '../aloud/text.js'
import type { WordPlace } from './places.js'

type Props = { readonly place: WordPlace; readonly word: string }

/** A word of a passage that a pupil looks up goes to the pupil's own list, with the sentence in which it stands. */
export function OnOwnList(props: Props) {
  const { account, seenAs } = useMe()
  const isKept =
    account.kind === 'pupil' && !seenAs && props.place.block.closest('[data-passage-part]') !== null
  return isKept && props.word.length <= WORD_LIMITS.word ? <Kept {...props} /> : null
}

function Kept({ place: { block, span }, word }: Props) {
  const { data } = useQuery(readOwnWords())
  const folded = foldedWord(word)
  const there = data?.words.some(one => foldedWord(one.word) === folded)
  const save = useCommand({
    do: () => {
      const { text } = textOf(block)
      const sentence = spanAt(sentencesOf(text, 'en'), span.from)
      const context = sentence ? text.slice(sentence.from, sentence.to).slice(0, READING_LIMITS.sentence) : ''
      return call(
        routes.saveOwnWord,
        { ownWordId: randomName(12) as OwnWordId },
        { word, context, sentence: '' },
      )
    },
    again: [readOwnWords().queryKey],
  })
  const keep = useEffectEvent(() => save.go())
  const isNew = data !== undefined && !there
  useEffect(() => {
    if (isNew) keep()
  }, [isNew])
  if (save.words) return <Problem words={save.words} />
  if (!there) return null
  return (
    <p className="flex items-center gap-1.5 text-sm text-soft">
      <BookmarkCheck size={16} aria-hidden="true" />
      {say('word_kept')}
    </p>
  )
}
