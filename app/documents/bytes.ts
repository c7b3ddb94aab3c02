const UNITS = ['bytes', 'kB', 'MB', 'GB'] as const

/** A size as it is read: `sayBytes(1572864) // => '1.5 MB'` */
export function sayBytes(bytes: number): string {
  const unit = Math.min(UNITS.length - 1, bytes < 1024 ? 0 : Math.floor(Math.log2(bytes) / 10))
  return `${(bytes / 1024 ** unit).toFixed(unit ? 1 : 0)} ${UNITS[unit]}`
}
