import type { Notation } from '#core/notation'
import { drawStaff } from './draw'

/** The width of the picture, in pixels; its lines break as on the screen. */
const WIDTH = 1000
/** What is left free around it. */
const MARGIN = 16

/**
 * A staff as an SVG file that needs nothing else: drawn as on the Bench, its colours written out, its faces inside (`faces` is CSS that brings
 * those for words along; the music face is added here).
 */
export async function staffSvg(
  notation: Notation,
  { title, faces, ink = '#2A2320', paper = '#F4EDE0' }: { title: string; faces: string; ink?: string; paper?: string },
): Promise<string> {
  const [{ Bravura }] = await Promise.all([import('#music-face')])
  const host = document.createElement('div')
  // Out of sight, but on the page: the engraver measures its letters.
  host.style.cssText = `position:absolute;left:-10000px;top:0;width:${WIDTH}px`
  document.body.append(host)
  try {
    await drawStaff(host, notation, { width: WIDTH, counts: true, sticking: true })
    const svg = host.querySelector('svg')
    if (!svg) throw new Error('the staff could not be drawn')
    const { width, height } = svg.viewBox.baseVal.width
      ? svg.viewBox.baseVal
      : { width: WIDTH, height: Number(svg.getAttribute('height')) }
    const name = document.createElementNS('http://www.w3.org/2000/svg', 'title')
    name.textContent = title
    const style = document.createElementNS('http://www.w3.org/2000/svg', 'style')
    style.textContent = `${faces}@font-face{font-family:'Bravura';src:url(${Bravura})}svg{color:${ink}}[fill="black"]{fill:${ink}}[stroke="black"]{stroke:${ink}}`
    const ground = document.createElementNS('http://www.w3.org/2000/svg', 'rect')
    const [x, y, wide, high] = [-MARGIN, -MARGIN, width + 2 * MARGIN, height + 2 * MARGIN].map(String) as [
      string,
      string,
      string,
      string,
    ]
    for (const [key, value] of Object.entries({ x, y, width: wide, height: high, fill: paper, stroke: 'none' }))
      ground.setAttribute(key, value)
    svg.prepend(name, style, ground)
    for (const [key, value] of Object.entries({ width: wide, height: high, viewBox: `${x} ${y} ${wide} ${high}` }))
      svg.setAttribute(key, value)
    const text = new XMLSerializer()
      .serializeToString(svg)
      .replaceAll('var(--font-display)', "'Bricolage Grotesque Variable', sans-serif")
      .replaceAll('currentColor', ink)
    return `<?xml version="1.0" encoding="UTF-8"?>\n${text}\n`
  } finally {
    host.remove()
  }
}
