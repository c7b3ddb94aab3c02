import { type Groove, leadInFrom, sentence } from '#core/groove'
import { type Kit, LIMB_NAMES, type Limb, isHand, limbsInOrder } from '#core/kit'
import { TALL, layOut, sticksOf, stillPaths } from '#core/notation'
import type { Counting } from '#core/time'
import { escaped } from './xml'

/** Colours of a drawing of lanes on paper: ink and lesser ink, two beds of beats, a rule, and the limbs by side of the lead. */
interface LanesInk {
  paper: string
  ink: string
  lesser: string
  bed: string
  bedOther: string
  rule: string
  leadHand: string
  otherHand: string
  leadFoot: string
  otherFoot: string
}

/** The application’s own, in daylight. */
const PAPER: LanesInk = {
  paper: '#F4EDE0',
  ink: '#2A2320',
  lesser: '#5d534c',
  bed: '#EBE0CB',
  bedOther: '#EFE6D5',
  rule: '#8a7d70',
  leadHand: '#875610',
  otherHand: '#1B6B60',
  leadFoot: '#8C2F39',
  otherFoot: '#3B5675',
}

/** How a drawing is made: its width in pixels, its colours, the player’s counting, and CSS that brings its faces along. */
interface LanesWish {
  width?: number
  ink?: LanesInk
  counting?: Counting | undefined
  faces?: string
}

const HEAD = 34
const n = (value: number): string => String(Math.round(value * 100) / 100)
/** Numbers in a path to a hundredth of a pixel. */
const short = (path: string): string => path.replace(/\d+\.\d{3,}/g, long => n(Number(long)))

/**
 * A groove’s limb lanes as an SVG file that needs nothing else: title, counts, lanes with their limbs’ names, sticks as on the Bench, and thin
 * lines where limbs land together. Faces come along where their CSS is given; nothing outside the file is needed.
 * @example writeLanesSvg(groove, kit).slice(0, 4) // => '<?xm'
 */
export function writeLanesSvg(
  groove: Groove,
  kit: Kit,
  { width = 960, ink = PAPER, counting, faces = '' }: LanesWish = {},
): string {
  const shown = { ...groove, parts: groove.parts.filter(part => !part.muted) }
  const geometry = layOut(groove.bars, limbsInOrder(groove.lead), width, TALL, counting, {
    leadFrom: leadInFrom(shown),
  })
  const sticks = sticksOf(shown, kit, geometry).filter(stick => !(stick.silent && geometry.lead))
  const [allBeds, allSlots] = [
    [...(geometry.lead?.beds ?? []), ...geometry.beds],
    [...(geometry.lead?.slots ?? []), ...geometry.slots],
  ]
  const tone = (limb: Limb): string => {
    const lead = limb.startsWith('R') === (groove.lead === 'right')
    return isHand(limb) ? (lead ? ink.leadHand : ink.otherHand) : lead ? ink.leadFoot : ink.otherFoot
  }
  const box = (x: number, wide: number) => `M${n(x)} 4h${n(wide)}V${n(geometry.height)}h${n(-wide)}z`
  const beds = [0, 1].map(odd =>
    allBeds
      .filter(bed => bed.beat % 2 === odd)
      .map(bed => box(bed.x, bed.width))
      .join(''),
  )
  const together = new Map<number, Set<Limb>>()
  for (const { at, limb } of sticks) together.set(at, (together.get(at) ?? new Set()).add(limb))
  const plumbs = [...together]
    .filter(([, limbs]) => limbs.size > 1)
    .map(([at, limbs]) => {
      const lanes = geometry.lanes.filter(lane => limbs.has(lane.limb))
      return `M${n(geometry.xOf(at))} ${n(lanes[0]!.floor)}V${n(lanes.at(-1)!.floor)}`
    })
    .join('')
  const counts = allSlots.map(
    slot =>
      `<text x="${n(slot.x)}" y="${geometry.scale.ribbon - 8}" text-anchor="middle" font-size="${slot.onBeat ? 15 : 11}" font-weight="${slot.onBeat ? 700 : 400}" fill="${slot.onBeat ? ink.ink : ink.lesser}">${escaped(slot.word)}</text>`,
  )
  const names = geometry.lanes.map(
    lane =>
      `<text x="0" y="${n(lane.top + lane.height / 2 + 4)}" font-size="13" fill="${tone(lane.limb)}">${sentence(LIMB_NAMES[lane.limb])}</text>`,
  )
  const drawn = stillPaths(sticks, geometry).map(
    ({ limb, lines, open, filled, hollow }) =>
      `<g data-limb="${limb}" stroke="${tone(limb)}" fill="none"><path d="${short(lines)}" stroke-width="1.5"/>${open ? `<path d="${short(open)}" stroke-width="3" opacity="0.5"/>` : ''}${filled ? `<path d="${short(filled)}" fill="${tone(limb)}"/>` : ''}${hollow ? `<path d="${short(hollow)}" stroke-width="1.4"/>` : ''}</g>`,
  )
  const rules = geometry.lanes
    .map(lane => `M${geometry.scale.label - 6} ${n(lane.floor)}H${n(geometry.width)}`)
    .join('')
  const height = geometry.height + HEAD + 8
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="${n(geometry.width + 24)}" height="${n(height + 12)}" viewBox="-12 -6 ${n(geometry.width + 24)} ${n(height + 12)}" font-family="'Instrument Sans Variable', 'Instrument Sans', sans-serif">
<title>${escaped(groove.title)}</title>
${faces ? `<style>${faces}</style>\n` : ''}<rect x="-12" y="-6" width="100%" height="100%" fill="${ink.paper}"/>
<text x="0" y="20" font-size="20" font-weight="700" font-family="'Bricolage Grotesque Variable', 'Bricolage Grotesque', sans-serif" fill="${ink.ink}">${escaped(groove.title)}</text>
<g transform="translate(0 ${HEAD})">
<path d="${beds[0]}" fill="${ink.bed}"/><path d="${beds[1]}" fill="${ink.bedOther}"/>
<path d="${rules}" stroke="${ink.rule}" stroke-width="0.75"/>
<path d="${plumbs}" stroke="${ink.ink}" stroke-width="0.75"/>
${counts.join('')}
${names.join('')}
${drawn.join('\n')}
</g>
</svg>
`
}
