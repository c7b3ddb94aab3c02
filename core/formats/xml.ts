import { XMLParser } from 'fast-xml-parser'
import { type Result, ok, refuse } from '#core/result'

/** An element of an XML file: its name, attributes, text, and what is in it, in order. */
export interface Element {
  name: string
  attributes: Readonly<Record<string, string>>
  text: string
  children: Element[]
}

const ENTITIES: Record<string, string> = { lt: '<', gt: '>', amp: '&', quot: '"', apos: "'" }

/** The five entities of XML and letters by number; any other stays as it is written, since nothing outside the file is read. */
const decoded = (text: string): string =>
  text.replace(
    /&(?:#x([0-9a-f]{1,6})|#(\d{1,7})|(lt|gt|amp|quot|apos));/gi,
    (whole, hex?: string, number?: string, name?: string) => {
      if (name) return ENTITIES[name.toLowerCase()]!
      const code = hex ? Number.parseInt(hex, 16) : Number(number)
      return code > 0 && code <= 0x10ffff ? String.fromCodePoint(code) : whole
    },
  )

/** Text made safe between tags and in attributes; letters that XML may not hold are left out. @internal */
export const escaped = (text: string): string =>
  text
    .replace(/[^\t\n\r\x20-\uFFFF]|[\uFFFE\uFFFF]/g, '')
    .replace(/[&<>"]/g, letter => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[letter]!)

type Raw = Record<string, unknown> & { ':@'?: Record<string, string> }

/** An XML file as its root element. Entities that it defines are not read, nor is anything outside it. @internal */
export function readXml(text: string, what: string): Result<Element> {
  try {
    const parser = new XMLParser({
      preserveOrder: true,
      ignoreAttributes: false,
      attributeNamePrefix: '',
      processEntities: false,
      parseTagValue: false,
      parseAttributeValue: false,
      trimValues: true,
    })
    const root = (parser.parse(text) as Raw[]).map(elementOf).find(one => one && !one.name.startsWith('?'))
    return root ? ok(root) : refuse(`This ${what} is empty.`)
  } catch {
    return refuse(`This ${what} is damaged: its tags do not match, or lie too deep in one another.`)
  }
}

function elementOf(raw: Raw): Element | undefined {
  const name = Object.keys(raw).find(key => key !== ':@')
  if (!name || name === '#text' || !Array.isArray(raw[name])) return undefined
  const inside = raw[name] as Raw[]
  const attributes = Object.fromEntries(
    Object.entries(raw[':@'] ?? {}).map(([key, value]) => [key, decoded(String(value))]),
  )
  const texts = inside.flatMap(one => ('#text' in one ? [String(one['#text'])] : []))
  return { name, attributes, text: decoded(texts.join('')), children: inside.flatMap(one => elementOf(one) ?? []) }
}

/** The first element of a name in another. @internal */
export const childOf = (of: Element | undefined, name: string): Element | undefined =>
  of?.children.find(one => one.name === name)
/** All elements of a name in another. @internal */
export const childrenOf = (of: Element | undefined, name: string): Element[] =>
  of?.children.filter(one => one.name === name) ?? []
/** What is written in an element of another; nothing where there is none. `textIn(readXml('<note><duration>480</duration></note>', 'file').value, 'duration') // => '480'` */
export const textIn = (of: Element | undefined, name: string): string => childOf(of, name)?.text ?? ''
/** The same as a number; NaN where there is none, or it is no number. `numberIn(readXml('<note><duration>480</duration></note>', 'file').value, 'duration') // => 480` */
export const numberIn = (of: Element | undefined, name: string): number => {
  const text = textIn(of, name)
  return text === '' ? Number.NaN : Number(text)
}
