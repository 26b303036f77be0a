/** The title of a pupil's draft: "work title — pupil name". */
export const draftTitle = (workTitle: string, pupilName: string): string => `${workTitle} — ${pupilName}`
