/** What a press for an attempt is kept under in place of a text: a press for another attempt is not for this one. */
export const attemptLooked = (attempt: number): string => `attempt ${attempt}`
