import { describe, expect, it } from 'vitest'
import { listeningMinutes, sayListening } from '.'

describe('listening time, by the public table of the limit', () => {
  it.each([
    [85, 480],
    [88, 240],
    [91, 120],
    [94, 60],
    [97, 30],
    [100, 15],
    [103, 7.5],
    [106, 3.75],
  ])('%i dBA: %f minutes', (level, minutes) => {
    expect(listeningMinutes({ level, protector: 0 })).toBeCloseTo(minutes)
  })
  it.each([
    [7, 15],
    [5, 15],
    [13, 30],
    [25, 120],
    [31, 240],
  ])('at 100 dBA with a protector of %i dB: %f minutes', (protector, minutes) => {
    expect(listeningMinutes({ level: 100, protector })).toBeCloseTo(minutes)
  })
  it('is said against what was played', () => {
    expect(sayListening({ level: 100, protector: 25 }, 40)).toBe(
      '40 minutes today, of about 2 hours that are recommended at that level.',
    )
    expect(sayListening({ level: 100, protector: 0 }, 16)).toMatch(/^16 minutes today: past the 15 minutes/)
    expect(sayListening({ level: 60, protector: 0 }, 16)).toMatch(/no limit to keep/)
  })
})
