import { routes } from '@oppen/contract'
import type { ClassId, WorkId } from '@oppen/core/ids'
import type { Question } from '@oppen/core/questions'
import { questionsOf } from '@oppen/core/work/kinds/quiz'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { call } from '../../../../app/api.js'
import { useCommand } from '../../../../app/command.js'
import { reads } from '../../../../app/queries.js'
import { useIds } from '../../../../app/session.js'
import { Button } from '../../../../parts/Button.js'
import { Empty, Problem } from '../../../../parts/Feedback.js'
import { Choice } from '../../../../parts/Field.js'
import { Window } from '../../../../parts/Window.js'
import { Written } from '../../../../parts/Written.js'
import { say } from '../../../../words/say.js'
import { withOwnFiles } from './withOwnFiles.js'

type Props = {
  readonly onFile: (file: File) => Promise<string>
  readonly onCopy: (questions: readonly Question[]) => void
  readonly onClose: () => void
}

/** Questions from other quizzes that this teacher can see, to be taken over with their pictures and sounds. */
export function CopyQuestions({ onFile, onCopy, onClose }: Props) {
  const { classId, workId: here } = useIds()
  const { data } = useQuery({
    queryKey: ['quizzes', classId],
    queryFn: ({ signal }) => call(routes.seeQuizzes, { classId }, undefined, { signal }),
  })
  const [chosen, setChosen] = useState('')
  const quizzes = (data?.quizzes ?? []).filter(({ workId }) => workId !== here)
  const quiz = quizzes.find(({ workId }) => workId === chosen)
  return (
    <Window open onClose={onClose} title={say('quiz_copy_from')} size="wide">
      {data && !quizzes.length && <Empty>{say('quiz_copy_none')}</Empty>}
      {quizzes.length > 0 && (
        <Choice
          label={say('quiz_copy_which')}
          value={chosen}
          onChange={setChosen}
          options={[
            { value: '', label: '…' },
            ...quizzes.map(({ workId, title, className }) => ({
              value: workId,
              label: `${title} (${className})`,
            })),
          ]}
        />
      )}
      {quiz && <Questions key={quiz.workId} from={quiz} {...{ onFile, onCopy, onClose }} />}
    </Window>
  )
}

type QuestionsProps = Props & { readonly from: { readonly classId: ClassId; readonly workId: WorkId } }

function Questions({ from, onFile, onCopy, onClose }: QuestionsProps) {
  const { data } = useQuery(reads.work(from.classId, from.workId))
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set())
  const copy = useCommand({
    do: async (questions: readonly Question[]) => {
      const own: Question[] = []
      for (const question of questions) own.push(await withOwnFiles(question, onFile))
      onCopy(own)
    },
    done: onClose,
  })
  const details = data?.form.details
  const all = questionsOf<Question>((details?.quiz ?? details?.reading)?.key?.sections ?? [])
  const turn = (id: string) => {
    const next = new Set(picked)
    if (!next.delete(id)) next.add(id)
    setPicked(next)
  }
  return (
    <>
      <ul className="my-4 max-h-80 overflow-y-auto">
        {all.map((question, index) => (
          <li key={question.id} className="border-b border-rule py-1.5">
            <label className="flex items-start gap-2.5">
              <input
                type="checkbox"
                checked={picked.has(question.id)}
                onChange={() => turn(question.id)}
                aria-label={say('quiz_question', { number: index + 1 })}
                className="mt-1 size-5 shrink-0"
              />
              <span className="text-sm text-soft">{say(`asked_${question.kind}_kind`)}</span>
              <Written html={question.prompt} className="min-w-0 flex-1" />
            </label>
          </li>
        ))}
      </ul>
      {copy.words && <Problem words={copy.words} />}
      <Button
        variant="primary"
        disabled={!picked.size || copy.busy}
        onClick={() => copy.go(all.filter(({ id }) => picked.has(id)))}
      >
        {say('quiz_copy_count', { count: picked.size })}
      </Button>
    </>
  )
}
