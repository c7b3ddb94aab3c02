import { describe, expect, it } from 'vitest'
import { DEFAULT_KIT, type Kit, type Level, type Limb, isHand, kitById, mirrorKit } from '#core/kit'
import GIVEN from './cases.json'
import { makeBars } from '#core/groove'
import { meter } from '#core/time'
import { type Struck, limbsFor, sayShared } from '.'

interface Case {
  says: string
  bpm: number
  slots?: number
  beat?: number
  kit?: string
  lead?: string
  hands?: string
  mirrored?: boolean
  beaters?: number
  rows: Record<string, string>
  limbs: Record<string, string>
}

const CASES: readonly Case[] = GIVEN as readonly unknown[] as Case[]
const QUARTER = 5040
const LETTERS: Record<Limb, string> = { RH: 'R', LH: 'L', RF: 'r', LF: 'l' }

function kitOf({ kit = 'five-piece', hands, mirrored, beaters }: Case): Kit {
  const known = kit === 'five-piece' ? DEFAULT_KIT : kitById(kit)
  const own = {
    ...known,
    ...(hands === 'open' ? { hands: 'open' as const } : {}),
    pieces: known.pieces.map(piece =>
      beaters === 2 && piece.kind === 'bass drum' ? { ...piece, beaters: 2 as const } : piece,
    ),
  }
  return mirrored ? mirrorKit(own) : own
}

/** What is struck, and in the same order the row and the place in it. */
function struckOf({ bpm, slots = 4, beat = QUARTER, rows }: Case): (Struck & { row: string; slot: number })[] {
  return Object.entries(rows)
    .flatMap(([row, text]) => {
      const [piece, stroke = 'hit'] = row.split('/') as [string, Struck['stroke'] | undefined]
      return [...text.replaceAll(' ', '')].flatMap((level, slot) => {
        const at = (slot * beat) / slots
        return level === '.'
          ? []
          : [
              {
                at,
                seconds: ((at / beat) * 60) / bpm,
                piece,
                stroke,
                level: Number(level) as Level,
                beat: slot % slots === 0,
                row,
                slot,
              },
            ]
      })
    })
    .sort((a, b) => a.at - b.at)
}

/** Who plays what, as the cases write it: each row with a letter in the place of each figure. */
function played(one: Case): Record<string, string> {
  const struck = struckOf(one)
  const { limbs } = limbsFor(struck, { kit: kitOf(one), lead: one.lead === 'left' ? 'left' : 'right' })
  const letters = Object.fromEntries(
    Object.entries(one.rows).map(([row, text]) => [row, [...text.replaceAll(' ', '')].map(() => '.')]),
  )
  struck.forEach(({ row, slot }, i) => {
    letters[row]![slot] = limbs[i] ? LETTERS[limbs[i]] : '-'
  })
  return Object.fromEntries(Object.entries(letters).map(([row, list]) => [row, list.join('')]))
}

describe('limbs as a player would take them, written down by hand', () => {
  it.each([...CASES])('$says', one => {
    const wanted = Object.fromEntries(Object.entries(one.limbs).map(([row, text]) => [row, text.replaceAll(' ', '')]))
    expect(played(one)).toEqual(wanted)
  })
  it('one beater too few is said, with what the other foot would take', () => {
    const fast = CASES.find(one => one.says.startsWith('one beater'))!
    const struck = struckOf(fast)
    const { shared } = limbsFor(struck, { kit: DEFAULT_KIT, lead: 'right' })
    // e and a of every beat.
    expect(shared.map(i => struck[i]!.slot)).toEqual([1, 3, 5, 7, 9, 11, 13, 15])
    expect(sayShared({ bars: makeBars(meter(4, 4), 1, 4) }, 'Bass drum', [1260, 3780])).toBe(
      'Bass drum: fast for one foot; with two beaters on its pedal (the Kit page says so) the other foot takes e of 1 and a of 1.',
    )
    const kit = kitOf({ ...fast, beaters: 2 })
    expect(limbsFor(struck, { kit, lead: 'right' }).shared).toEqual([])
    expect(limbsFor(struckOf({ ...fast, bpm: 60 }), { kit: DEFAULT_KIT, lead: 'right' }).shared).toEqual([])
  })
  it('has feet on pedals only', () => {
    for (const one of CASES)
      for (const [row, text] of Object.entries(one.limbs))
        for (const letter of text.replaceAll(/[. ]/g, '')) {
          const limb = (Object.keys(LETTERS) as Limb[]).find(key => LETTERS[key] === letter)!
          expect([row, isHand(limb)]).toEqual([row, !/bass|chick|foot/.test(row)])
        }
  })
})
