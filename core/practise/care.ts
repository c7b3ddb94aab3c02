/** How loud it is at the ears, in dBA as the player states it, and the stated reduction of what they wear, in dB. */
interface Loudness {
  level: number
  protector: number
}

/** A limit that is shown as a whole day: nobody plays longer. */
const DAY = 24 * 60

/**
 * Minutes a day that a level may be heard by the recommended limit of the US occupational health institute: 8 hours at 85 dBA, halved
 * for each 3 dB more. A protector counts with (its stated reduction − 7) ÷ 2 dB, not below 0. Guidance, not a measurement.
 *
 * @example [0, 25].map(protector => listeningMinutes({ level: 100, protector })) // => [15, 120]
 */
export const listeningMinutes = ({ level, protector }: Loudness): number =>
  Math.min(DAY, 480 / 2 ** ((level - Math.max(0, (protector - 7) / 2) - 85) / 3))

/**
 * What a day's playing comes to against the limit, in words: `'40 of about 120 minutes at that level'`.
 * @example sayListening({ level: 94, protector: 0 }, 40) // => '40 minutes today, of about 60 minutes that are recommended at that level.'
 */
export function sayListening(loudness: Loudness, played: number): string {
  const limit = listeningMinutes(loudness)
  const minutes = Math.round(played)
  if (limit >= DAY) return `${minutes} minutes today; at that level there is no limit to keep.`
  const about = limit >= 90 ? `${Math.round(limit / 30) / 2} hours` : `${Math.max(1, Math.round(limit))} minutes`
  return played >= limit
    ? `${minutes} minutes today: past the ${about} that are recommended at that level. Stop here, or play on a pad.`
    : `${minutes} minutes today, of about ${about} that are recommended at that level.`
}
