import { WORD_LIMITS } from '@oppen/core/wordList'
import { READING_LIMITS, type WordToKnow } from '@oppen/core/work/kinds/reading'
import { Button } from '../../../../parts/Button.js'
import { FieldProblem } from '../../../../parts/Feedback.js'
import { Field } from '../../../../parts/Field.js'
import { say } from '../../../../words/say.js'
import { newPartId } from '../../../questions/editing/ids.js'
import { PictureField } from '../../../questions/editing/PictureField.js'
import { SoundField } from '../../quiz/editing/SoundField.js'

type Props = {
  readonly words: readonly WordToKnow[]
  readonly problemAt: (at: number) => string | undefined
  readonly onFile: (file: File) => Promise<string>
  readonly onChange: (words: WordToKnow[]) => void
}

/** Words to know before reading: each with its meaning, a sentence, a picture and a sound. */
export function WordsFields({ words, problemAt, onFile, onChange }: Props) {
  const change = (id: string, part: Partial<WordToKnow>) =>
    onChange(words.map(one => (one.id === id ? { ...one, ...part } : one)))
  return (
    <section aria-labelledby="reading-words-edited" className="flex flex-col gap-3">
      <h2 id="reading-words-edited" className="text-lg">
        {say('reading_words')}
      </h2>
      <ol className="flex flex-col gap-4">
        {words.map((word, at) => (
          <li key={word.id} className="flex flex-col gap-2 border-b border-rule pb-4">
            <div className="grid items-end gap-3 sm:grid-cols-[10rem_1fr_auto]">
              <Field
                label={say('reading_word_number', { number: at + 1 })}
                value={word.word}
                maxLength={WORD_LIMITS.word}
                onChange={event => change(word.id, { word: event.target.value })}
              />
              <Field
                label={say('reading_word_meaning')}
                value={word.meaning}
                maxLength={WORD_LIMITS.meaning}
                onChange={event => change(word.id, { meaning: event.target.value })}
              />
              <Button onClick={() => onChange(words.filter(one => one.id !== word.id))}>
                {say('take_off', { name: word.word || say('reading_word_number', { number: at + 1 }) })}
              </Button>
            </div>
            <Field
              label={say('reading_word_example')}
              value={word.example}
              maxLength={WORD_LIMITS.example}
              onChange={event => change(word.id, { example: event.target.value })}
            />
            <div className="flex flex-wrap items-end gap-4">
              <PictureField
                label={say('reading_word_picture')}
                picture={word.picture}
                onFile={onFile}
                onChange={picture => change(word.id, { picture })}
              />
              <SoundField
                name={word.word}
                sound={word.sound}
                onFile={onFile}
                onChange={sound => change(word.id, { sound })}
              />
            </div>
            {problemAt(at) && <FieldProblem words={problemAt(at) ?? ''} />}
          </li>
        ))}
      </ol>
      <div>
        <Button
          disabled={words.length >= READING_LIMITS.words}
          onClick={() =>
            onChange([
              ...words,
              { id: newPartId(), word: '', meaning: '', example: '', picture: null, sound: null },
            ])
          }
        >
          {say('reading_word_add')}
        </Button>
      </div>
    </section>
  )
}
