const ORDINALS = [
  'first',
  'second',
  'third',
  'fourth',
  'fifth',
  'sixth',
  'seventh',
  'eighth',
  'ninth',
  'tenth',
  'eleventh',
  'twelfth',
] as const

/** `ordinal(2) // => 'second'`, `ordinal(22) // => '22nd'` */
export function ordinal(n: number): string {
  const teen = n % 100 > 10 && n % 100 < 14
  return ORDINALS[n - 1] ?? `${n}${teen ? 'th' : (['th', 'st', 'nd', 'rd'][n % 10] ?? 'th')}`
}
