import { routes } from '@oppen/contract'
import type { ClassId } from '@oppen/core/ids'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'

type Asked = { readonly classId: ClassId; readonly className: string; readonly hidden: boolean }

/** Hides a class for oneself, or shows it again; undone by one press. */
export function useHideClass() {
  const hide = useCommand({
    do: ({ classId, hidden }: Asked) => call(routes.hideClass, { classId }, { hidden }),
    again: [reads.me().queryKey, reads.today().queryKey],
    done: (_, asked) =>
      showToast(say(asked.hidden ? 'hide_done' : 'hide_undone', { className: asked.className }), () =>
        hide.go({ ...asked, hidden: !asked.hidden }),
      ),
  })
  return hide
}
