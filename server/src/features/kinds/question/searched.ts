import { IN, plain, reading } from '../../../searchSource.js'

/** What is found of open questions: the answers, for whoever gave them and for teachers. */
export const searched = {
  answer: reading(
    {
      ref: "n.work_id || '.' || n.place_id",
      classId: 'w.class_id',
      workId: 'n.work_id',
      placeId: 'n.place_id',
      at: 'n.at',
      html: `${plain('n.text')} || coalesce((select group_concat(' ' || ${plain('value')}, '') from json_each(n.choices)), '')`,
    },
    `from answers n join works w on w.id = n.work_id and w.removed_at is null
     where n.work_id || '.' || n.place_id ${IN}`,
  ),
} as const
