import { routes } from '@oppen/contract'
import type { ClassId } from '@oppen/core/ids'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'

type Asked = { readonly classId: ClassId; readonly className: string; readonly out: boolean }

/** Puts a class out of one's own sight, or back; undone by one press. */
export function useHideClass() {
  const sight = useCommand({
    do: ({ classId, out }: Asked) => call(routes.setSight, { classId }, { out }),
    again: [reads.me().queryKey, reads.today().queryKey],
    done: (_, asked) =>
      showToast(say(asked.out ? 'sight_done' : 'sight_undone', { className: asked.className }), () =>
        sight.go({ ...asked, out: !asked.out }),
      ),
  })
  return sight
}
