/** The title of a pupil's own copy: "work title — pupil name". */
export const copyTitle = (workTitle: string, pupilName: string): string => `${workTitle} — ${pupilName}`
