import { CircleQuestionMark, Ear, type LucideIcon, X } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import { readingOf } from '../../app/reading.js'
import { useMe } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Tick } from '../../parts/Tick.js'
import { LOCALE } from '../../words/language.js'
import { say } from '../../words/say.js'
import { ChildrenShown } from './ChildrenShown.js'
import { ReadingFields } from './ReadingFields.js'
import { firstSentence, sampleOf, textInSight } from './sample.js'
import { useSaveReading } from './useSaveReading.js'

type Props = {
  /** With whether something was chosen. */
  readonly onClose: (used: boolean) => void
  /** Reads aloud what is in sight, or helps with a word. */
  readonly onAsk: (what: 'read' | 'word') => void
}

/**
 * Reading help, beside the page: what is chosen is tried on the first sentence of what is read, and holds for everything once it
 * is used. The page can be read and pressed meanwhile.
 */
export default function ReadingPanel({ onClose, onAsk }: Props) {
  const me = useMe()
  const [settings, setSettings] = useState(() => readingOf(me))
  const [sample] = useState(() => firstSentence(sampleOf(textInSight()), LOCALE) || say('reading_sample'))
  const panel = useRef<HTMLElement>(null)
  useEffect(() => {
    panel.current?.focus()
    void import('./aloud/useReader.js').then(({ warmUp }) => warmUp()).catch(() => undefined)
  }, [])
  const save = useSaveReading(() => onClose(true))
  return (
    <section
      ref={panel}
      role="dialog"
      aria-label={say('reading_help')}
      tabIndex={-1}
      onKeyDown={event => {
        if (event.key !== 'Escape') return
        event.stopPropagation()
        onClose(false)
      }}
      className="fixed z-30 flex flex-col border border-edge bg-sheet shadow-xl outline-none max-md:inset-x-0 max-md:bottom-0 max-md:max-h-[72dvh] max-md:rounded-t-[var(--radius-card)] md:inset-y-4 md:end-4 md:w-[26rem] md:rounded-[var(--radius-card)]"
    >
      <div className="flex items-center justify-between gap-4 border-b border-rule px-4 py-2">
        <h2 className="text-lg">{say('reading_help')}</h2>
        <button
          type="button"
          onClick={() => onClose(false)}
          aria-label={say('close')}
          className="rounded p-2 hover:bg-pale"
        >
          <X size={18} aria-hidden="true" />
        </button>
      </div>
      <div className="grid grid-cols-2 gap-2 border-b border-rule px-4 py-3">
        <AskFor icon={Ear} words={say('listen_what')} keys="Alt L" onPress={() => onAsk('read')} />
        <AskFor
          icon={CircleQuestionMark}
          words={say('word_what')}
          keys="Alt W"
          onPress={() => onAsk('word')}
        />
      </div>
      <div className="min-h-0 flex-1 overflow-y-auto px-4 py-3">
        <ReadingFields
          settings={settings}
          onChange={changed => setSettings(now => ({ ...now, ...changed }))}
          sample={sample}
        />
      </div>
      <div className="flex flex-wrap items-center gap-2 border-t border-rule px-4 py-3">
        {save.words && <Problem words={save.words} />}
        <Button variant="primary" disabled={save.busy} onClick={() => save.go(settings)}>
          {say('reading_use')}
        </Button>
        {me.reading.own && (
          <Button variant="quiet" disabled={save.busy} onClick={() => save.go(null)}>
            {say('reading_reset')}
          </Button>
        )}
        <div className="w-full text-sm text-soft">
          {me.account.kind === 'pupil' && (
            <Tick on={settings.shown} onChange={shown => setSettings(now => ({ ...now, shown }))}>
              {say('reading_shown')}
            </Tick>
          )}
          <p>{say(settings.shown ? 'reading_shown_to' : 'reading_private')}</p>
          {me.account.kind === 'family' && <ChildrenShown />}
        </div>
      </div>
    </section>
  )
}

type AskForProps = {
  readonly icon: LucideIcon
  readonly words: string
  readonly keys: string
  readonly onPress: () => void
}

/** What a child asks most, in one press. */
const AskFor = ({ icon: Icon, words, keys, onPress }: AskForProps) => (
  <button
    type="button"
    onClick={onPress}
    className="flex min-h-14 items-center gap-2.5 rounded-[var(--radius-card)] bg-blue px-3 py-2 text-start font-semibold text-on-blue"
  >
    <Icon size={22} aria-hidden="true" className="shrink-0" />
    <span className="flex-1 leading-tight">{words}</span>
    <kbd className="rounded border border-on-blue/50 px-1.5 font-sans text-xs max-md:hidden">{keys}</kbd>
  </button>
)
