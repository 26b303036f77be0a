import { SHARING, type Sharing } from '@oppen/core/portfolio'
import { Link } from 'react-router'
import { useIds } from '../../app/session.js'
import { Choice } from '../../parts/Field.js'
import { say } from '../../words/say.js'
import { Late } from '../markBook/RulesForm.js'
import type { PartProps } from './parts.js'
import { Switch } from './Switch.js'

/** What pupils do with work and see of it: taking back, each other's answers, averages, coming late, links from the portfolio. */
export function WorkSettings({ form: { own, marks }, put }: PartProps) {
  const { classId } = useIds()
  return (
    <>
      <Switch
        label={say('settings_takeBack')}
        says={say(own.takeBack ? 'settings_takeBack_on' : 'settings_takeBack_off')}
        on={own.takeBack}
        onChange={takeBack => put('own', { takeBack })}
      />
      <Switch
        label={say('settings_improve')}
        says={say(own.improve ? 'settings_improve_on' : 'settings_improve_off')}
        on={own.improve}
        onChange={improve => put('own', { improve })}
      />
      <Switch
        label={say('settings_seeOthers')}
        says={say(own.seeOthers ? 'settings_seeOthers_on' : 'settings_seeOthers_off')}
        on={own.seeOthers}
        onChange={seeOthers => put('own', { seeOthers })}
      />
      <Switch
        label={say('settings_averages')}
        says={say(marks.averages ? 'settings_averages_on' : 'settings_averages_off')}
        on={marks.averages}
        onChange={averages => put('marks', { averages })}
      />
      {marks.scale.length > 0 && (
        <Switch
          label={say('settings_wordsOnly')}
          says={say(marks.wordsOnly ? 'settings_wordsOnly_on' : 'settings_wordsOnly_off')}
          on={marks.wordsOnly}
          onChange={wordsOnly => put('marks', { wordsOnly })}
        />
      )}
      <Switch
        label={say('settings_figures')}
        says={say(marks.figures ? 'settings_figures_on' : 'settings_figures_off')}
        on={marks.figures}
        onChange={figures => put('marks', { figures })}
      />
      <div>
        <Late rules={marks} put={changed => put('marks', changed)} />
        <p className="mt-1 text-[0.9375rem] text-soft">
          {say('settings_late_says')}{' '}
          <Link
            to={`/c/${classId}/mark-book`}
            className="font-semibold text-blue underline underline-offset-2"
          >
            {say('settings_late_more')}
          </Link>
        </p>
      </div>
      <div className="max-w-md">
        <Choice
          label={say('settings_sharing')}
          hint={say(`settings_sharing_${own.sharing}_says`)}
          value={own.sharing}
          onChange={value => put('own', { sharing: value as Sharing })}
          options={SHARING.map(value => ({ value, label: say(`settings_sharing_${value}`) }))}
        />
      </div>
    </>
  )
}
