import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { OutClock } from './clock'

/** An audio clock that a test winds. */
const fake = (more: object = {}) => ({
  state: 'running',
  currentTime: 5,
  outputLatency: 0.02,
  baseLatency: 0.01,
  resume: () => Promise.resolve(),
  getOutputTimestamp: () => ({}),
  ...more,
})
const clockOf = (context: object, tell: (silent: boolean) => void = () => undefined) =>
  new OutClock(context as AudioContext, 0.002, tell)

beforeEach(() => vi.useFakeTimers())
afterEach(() => vi.useRealTimers())

describe('the clock that all is played by', () => {
  it('is the audio clock’s; what is heard is behind it by the output and the limiter', async () => {
    const context = fake()
    const clock = clockOf(context)
    await clock.wake()
    expect(clock.now()).toBe(5)
    expect(clock.heardAt(performance.now())).toBeCloseTo(4.978, 6)
    expect(clock.heardAt(performance.now() - 300)).toBeCloseTo(4.678, 6)
    // Both clocks together are exact: 4.9 s went out 40 ms ago.
    context.getOutputTimestamp = () => ({ contextTime: 4.9, performanceTime: performance.now() - 40 })
    expect(clock.heardAt(performance.now())).toBeCloseTo(4.938, 6)
  })

  it('goes on by the page’s time where the audio clock never begins, within two seconds, and says so', async () => {
    const tell = vi.fn()
    const context = fake({ state: 'suspended', currentTime: 0, resume: () => new Promise(() => undefined) })
    const clock = clockOf(context, tell)
    const awake = clock.wake()
    await vi.advanceTimersByTimeAsync(1900)
    await awake
    expect(tell.mock.calls).toEqual([[true]])
    const from = clock.now()
    await vi.advanceTimersByTimeAsync(750)
    expect(clock.now() - from).toBeCloseTo(0.75, 6)
    expect(clock.heardAt(performance.now())).toBeCloseTo(clock.now(), 6)
    expect(clock.sounds(2)).toBeUndefined()
    // Plugged in, it is the audio clock's again at the next press, and goes on from where it is.
    Object.assign(context, { state: 'running', currentTime: 1 })
    await clock.wake()
    expect(tell.mock.calls).toEqual([[true], [false]])
    expect(clock.now() - from).toBeCloseTo(0.75, 6)
    context.currentTime = 1.5
    expect(clock.now() - from).toBeCloseTo(1.25, 6)
    expect(clock.sounds(clock.now())).toBeCloseTo(1.5, 6)
  })

  it('takes up sound that comes back while it plays, without a jump, and asks for it once a second', async () => {
    const tell = vi.fn()
    const resume = vi.fn(() => Promise.resolve())
    const context = fake({ resume })
    const clock = clockOf(context, tell)
    const time = async (seconds: number, goes: boolean) => {
      for (let n = 0; n < seconds * 10; n++) {
        await vi.advanceTimersByTimeAsync(100)
        if (goes) context.currentTime += 0.1
        clock.watch()
      }
    }
    await time(1, true)
    await time(6, false)
    expect(tell.mock.calls).toEqual([[true]])
    expect(resume.mock.calls.length).toBeGreaterThanOrEqual(3)
    expect(resume.mock.calls.length).toBeLessThanOrEqual(4)
    const gone = clock.now()
    await time(1, true)
    expect(tell.mock.calls).toEqual([[true], [false]])
    expect(clock.now() - gone).toBeCloseTo(1, 6)
    // What is heard is where the audio clock is, by the time that all is played by.
    context.getOutputTimestamp = () => ({ contextTime: context.currentTime - 0.03, performanceTime: performance.now() })
    expect(clock.heardAt(performance.now())).toBeCloseTo(clock.now() - 0.032, 6)
  })

  it('goes on where the audio clock stands still on the way, from where it stood', async () => {
    const tell = vi.fn()
    const context = fake()
    const clock = clockOf(context, tell)
    await clock.wake()
    for (let n = 0; n < 40; n++) {
      await vi.advanceTimersByTimeAsync(100)
      context.currentTime += 0.1
      clock.watch()
    }
    expect(tell).not.toHaveBeenCalled()
    for (let n = 0; n < 25; n++) {
      await vi.advanceTimersByTimeAsync(100)
      clock.watch()
    }
    expect(tell.mock.calls).toEqual([[true]])
    expect(clock.now()).toBeGreaterThanOrEqual(9)
    expect(clock.now()).toBeLessThan(9.6)
  })

  it('calls an output that is very late one that changes', () => {
    expect(clockOf(fake()).latency).toEqual({ seconds: 0.022, changes: false })
    expect(clockOf(fake({ outputLatency: 0.18 })).latency).toMatchObject({ changes: true })
  })
})
