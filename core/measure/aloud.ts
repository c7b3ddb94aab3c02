const ONES = [
  'zero',
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'eleven',
  'twelve',
  'thirteen',
  'fourteen',
  'fifteen',
  'sixteen',
  'seventeen',
  'eighteen',
  'nineteen',
]
const TENS = ['', '', 'twenty', 'thirty', 'forty', 'fifty', 'sixty', 'seventy', 'eighty', 'ninety']
const HUNDREDS = 999

/** A whole number up to 999 in words, one by one; more is said digit by digit. */
function numberWords(value: number): string[] {
  if (value > HUNDREDS) return [...String(value)].flatMap(digit => numberWords(Number(digit)))
  if (value >= 100)
    return [ONES[Math.floor(value / 100)]!, 'hundred', ...(value % 100 ? ['and', ...numberWords(value % 100)] : [])]
  if (value >= 20) return [TENS[Math.floor(value / 10)]!, ...(value % 10 ? [ONES[value % 10]!] : [])]
  return [ONES[value]!]
}

/** Signs and short forms as they are said. */
const SAID: Record<string, string[]> = { ms: ['milliseconds'], '%': ['percent'], '&': ['and'] }

/**
 * A sentence as the words that a voice says, one by one: what was read on the screen is heard in the same words. Figures become number
 * words, signs their names, and what is only punctuation falls away.
 *
 * @example aloud('right hand 24 ms late') // => ['right', 'hand', 'twenty', 'four', 'milliseconds', 'late']
 */
export function aloud(text: string): string[] {
  return [...text.toLowerCase().matchAll(/\d+(?:\.\d+)?|[a-z]+|[%&]/g)].flatMap(([token]) => {
    const [whole = '', part] = token.split('.')
    if (/^\d/.test(token))
      return [
        ...numberWords(Number(whole)),
        ...(part ? ['point', ...[...part].map(digit => ONES[Number(digit)]!)] : []),
      ]
    return SAID[token] ?? [token]
  })
}
