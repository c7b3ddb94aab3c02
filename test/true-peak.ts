/** The highest between samples, worked out by another way than the limiter's: each point of eight from a long sinc. */
export function truePeak(samples: Float32Array): number {
  let most = 0
  for (let i = 0; i < samples.length; i++) {
    most = Math.max(most, Math.abs(samples[i]!))
    if (Math.abs(samples[i]!) < 0.6) continue
    for (let point = -7; point < 8; point++) {
      let sum = 0
      for (let tap = Math.max(0, i - 64); tap < Math.min(samples.length, i + 65); tap++) {
        const x = i + point / 8 - tap
        sum +=
          samples[tap]! * (x === 0 ? 1 : (Math.sin(Math.PI * x) / (Math.PI * x)) * Math.cos((Math.PI * x) / 132) ** 2)
      }
      most = Math.max(most, Math.abs(sum))
    }
  }
  return most
}
