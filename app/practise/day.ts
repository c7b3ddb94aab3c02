const calendar = new Intl.DateTimeFormat('sv-SE')

/** The player's own calendar day of a moment, as entries write it: `'2026-01-31'`. */
export const calendarDay = (moment = new Date()): string => calendar.format(moment)
