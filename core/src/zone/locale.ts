/** How days and times are written in the school, whatever the device of a reader would do (BCP 47). */
export const LOCALE = 'en-GB'
