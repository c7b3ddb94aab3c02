/** Times of the reference loop, in ms. */
export type Loops = readonly number[]
export function loopsHere(): number[]
export function percentile(list: readonly number[], share: number): number
export class Report {
  most(name: string, figure: number, unit: string, limit: number): void
  least(name: string, figure: number, unit: string, limit: number): void
  took(name: string, ms: number, limit: number, beside: Loops, share?: number): void
  rate(name: string, rate: number, unit: string, least: number, beside: Loops): void
  write(): void
}
