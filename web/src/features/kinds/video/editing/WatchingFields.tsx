import { MUST_ANSWER, SPEEDS, type Speed, type VideoRules } from '@oppen/core/work/kinds/video'
import { Choice } from '../../../../parts/Field.js'
import { Tick } from '../../../../parts/Tick.js'
import { say } from '../../../../words/say.js'

type Props = { readonly rules: VideoRules; readonly onChange: (part: Partial<VideoRules>) => void }

/** How a video is watched. */
export const WatchingFields = ({ rules, onChange }: Props) => (
  <fieldset className="grid gap-3 sm:grid-cols-2">
    <legend className="mb-1 text-[0.9375rem] font-semibold">{say('video_watching')}</legend>
    <Tick on={rules.skipping} onChange={skipping => onChange({ skipping })}>
      {say('video_set_skipping')}
    </Tick>
    <Tick on={rules.pauses} onChange={pauses => onChange({ pauses })}>
      {say('video_set_pauses')}
    </Tick>
    <Choice
      label={say('video_set_must')}
      value={rules.mustAnswer}
      onChange={value => onChange({ mustAnswer: value as VideoRules['mustAnswer'] })}
      options={MUST_ANSWER.map(value => ({ value, label: say(`video_must_${value}`) }))}
    />
    <Choice
      label={say('video_set_fastest')}
      value={String(rules.fastest)}
      onChange={value => onChange({ fastest: Number(value) as Speed })}
      options={SPEEDS.filter(speed => speed >= 1).map(times => ({
        value: String(times),
        label: say('video_speed_times', { times }),
      }))}
    />
  </fieldset>
)
