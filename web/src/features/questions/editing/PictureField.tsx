import { ImagePlus } from 'lucide-react'
import { Button } from '../../../parts/Button.js'
import { ChooseFile, PICTURES } from '../../../parts/ChooseFile.js'
import { Problem } from '../../../parts/Feedback.js'
import { say } from '../../../words/say.js'
import { useUploading } from './useUploading.js'

type Props = {
  readonly label: string
  readonly picture: string | null
  readonly onFile: (file: File) => Promise<string>
  readonly onChange: (picture: string | null) => void
  readonly alt?: string
}

/** A picture of the work that a question is asked on. */
export function PictureField({ label, picture, onFile, onChange, alt = '' }: Props) {
  const { busy, problem, choose } = useUploading(onFile, onChange)
  return (
    <div className="flex flex-col items-start gap-2">
      <p className="text-[0.9375rem] font-semibold">{label}</p>
      {picture && <img src={picture} alt={alt} className="max-h-40 rounded border border-rule" />}
      <div className="flex flex-wrap gap-2">
        <ChooseFile accept={PICTURES} onFile={file => void choose(file)} disabled={busy}>
          <ImagePlus size={17} aria-hidden="true" />
          {say(picture ? 'quiz_picture_change' : 'quiz_picture_choose')}
        </ChooseFile>
        {picture && <Button onClick={() => onChange(null)}>{say('quiz_picture_off')}</Button>}
      </div>
      {problem && <Problem words={problem} />}
    </div>
  )
}
