import { Mic, Upload } from 'lucide-react'
import { useState } from 'react'
import { Button } from '../../../../parts/Button.js'
import { ChooseFile } from '../../../../parts/ChooseFile.js'
import { Problem } from '../../../../parts/Feedback.js'
import { Sound } from '../../../../parts/Sound.js'
import { say } from '../../../../words/say.js'
import { Recorder } from '../../../files/Recorder.js'
import { useUploading } from '../../../questions/editing/useUploading.js'

type Props = {
  /** What is spoken: the question, a choice. */
  readonly name: string
  readonly sound: string | null
  readonly onFile: (file: File) => Promise<string>
  readonly onChange: (sound: string | null) => void
}

/** Something spoken for those who hear a question instead of reading it: recorded here, or a file. */
export function SoundField({ name, sound, onFile, onChange }: Props) {
  const [speaking, setSpeaking] = useState(false)
  const { busy, problem, choose } = useUploading(onFile, onChange)
  if (speaking)
    return (
      <Recorder
        kind="voice"
        name={name}
        onKeep={file => {
          setSpeaking(false)
          void choose(file)
        }}
        onClose={() => setSpeaking(false)}
      />
    )
  return (
    <div className="flex flex-wrap items-center gap-2">
      {sound && <Sound address={sound} label={name} className="h-10 w-64 max-w-full" />}
      <Button onClick={() => setSpeaking(true)} disabled={busy}>
        <Mic size={17} aria-hidden="true" />
        {say(sound ? 'quiz_sound_again' : 'quiz_sound_record')}
      </Button>
      <ChooseFile accept="audio/*" onFile={file => void choose(file)} disabled={busy}>
        <Upload size={17} aria-hidden="true" />
        {say('quiz_sound_choose')}
      </ChooseFile>
      {sound && <Button onClick={() => onChange(null)}>{say('quiz_sound_off')}</Button>}
      {problem && <Problem words={problem} />}
    </div>
  )
}
