import { tickSeconds } from '#core/time'
import { type Passage, isRamp } from './performance'

/** A passage's ticks and seconds, both counted from its start. */
export interface PassageClock {
  /** True where every tick lasts the same, so that every lap is as long as the first. */
  steady: boolean
  secondsAt(ticks: number): number
  ticksAt(seconds: number): number
}

/**
 * The clock of a passage. In a ramp the speed (ticks a second) moves in a straight line over the ticks, so the time to
 * tick x is the integral of 1 ÷ speed, a logarithm; before its start it goes at its first tempo, after its end at its last.
 * @internal
 */
export function clockOf(tempo: Passage['tempo']): PassageClock {
  if (!isRamp(tempo)) {
    const perTick = tickSeconds(tempo)
    return { steady: true, secondsAt: ticks => ticks * perTick, ticksAt: seconds => seconds / perTick }
  }
  const first = 1 / tickSeconds(tempo.from)
  const last = 1 / tickSeconds(tempo.to)
  if (first === last || tempo.over <= 0) return { ...clockOf(tempo.to), steady: true }
  const rise = (last - first) / tempo.over
  const whole = Math.log(last / first) / rise
  return {
    steady: false,
    secondsAt(ticks) {
      if (ticks <= 0) return ticks / first
      if (ticks >= tempo.over) return whole + (ticks - tempo.over) / last
      return Math.log1p((rise * ticks) / first) / rise
    },
    ticksAt(seconds) {
      if (seconds <= 0) return seconds * first
      if (seconds >= whole) return tempo.over + (seconds - whole) * last
      return (first * Math.expm1(rise * seconds)) / rise
    },
  }
}
