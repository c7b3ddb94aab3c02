const calendar = new Intl.DateTimeFormat('sv-SE')

/** The player's own calendar day of a moment, as entries write it: `'2026-01-31'`. */
export const calendarDay = (moment = new Date()): string => calendar.format(moment)

/** One form for every date, in the browser's language: `Sat 28 Nov` in Britain, `Sat, Nov 28` in America. */
const DAY = { weekday: 'short', day: 'numeric', month: 'short' } as const
const day = new Intl.DateTimeFormat(undefined, DAY)
const short = new Intl.DateTimeFormat(undefined, { day: 'numeric', month: 'short' })
const moment = new Intl.DateTimeFormat(undefined, { ...DAY, hour: '2-digit', minute: '2-digit' })

/** A calendar day in words, of a day as entries write it. */
export const sayDay = (date: string): string => day.format(new Date(`${date}T12:00:00`))

/** A calendar day, or the day of a moment in ms, without its weekday: for scales. */
export const sayDate = (date: string | number): string =>
  short.format(new Date(typeof date === 'number' ? date : `${date}T12:00:00`))

/** A moment in words, of an ISO time: its day, and its hour and minute by the player's clock. */
export const sayMoment = (at: string): string => moment.format(new Date(at))
