/** Formats a groove or a phrase can leave in: what each keeps, and what it loses, in a player’s words. */
export type FormatId = 'midi' | 'musicxml' | 'tab' | 'svg' | 'staff' | 'wav' | 'json'
interface Format {
  id: FormatId
  name: string
  of: readonly ('groove' | 'phrase')[]
  keeps: string
  loses: string
  /** What opening it here again comes to, where that is not what other programs read. */ again?: {
    groove: string
    phrase: string
  }
}

export const FORMATS: readonly Format[] = [
  {
    id: 'midi',
    name: 'MIDI',
    of: ['groove', 'phrase'],
    keeps: 'Every stroke that sounds with its level, tempo, meters, how long hats stay open.',
    again: {
      groove: 'The groove itself, all of it, as long as no other program has changed the file.',
      phrase:
        'Its notes: straight, with swing and pushes taken for places of their own where they fit a grid, and open hats as long as they sound.',
    },
    loses:
      'Muted parts and lines above. Strokes that share a note of the kit, such as brushes and a plain snare, are told apart no more; grace notes are notes of their own. Limbs, names and roles stay where each part has its track.',
  },
  {
    id: 'musicxml',
    name: 'MusicXML',
    of: ['groove'],
    keeps: 'The staff as it is drawn, with limbs, levels, ornaments, openings, tempo and swing.',
    loses:
      'Muted parts, lines above, pushes, a swing of one part; a pick-up becomes a bar by itself. Names and roles of parts are found anew from what is in them.',
  },
  {
    id: 'tab',
    name: 'Text tablature',
    of: ['groove'],
    keeps: 'Places, pieces, strokes and the ornaments of plain hits; limbs where each has its lines.',
    loses:
      'Of five levels three are left: ghost, plain, accent. How long hats stay open, pushes, muted parts, lines above, names of parts.',
  },
  {
    id: 'svg',
    name: 'Picture of the lanes (SVG)',
    of: ['groove'],
    keeps: 'The lanes as on the Bench, with their faces inside.',
    loses: 'It can’t be opened again as a groove.',
  },
  {
    id: 'staff',
    name: 'Picture of the staff (SVG)',
    of: ['groove'],
    keeps: 'The staff with counts and sticking, with its faces inside.',
    loses: 'It can’t be opened again as a groove.',
  },
  {
    id: 'wav',
    name: 'Sound (WAV)',
    of: ['groove', 'phrase'],
    keeps: 'What is heard: 44.1 kHz, mono, from the count-in to the last stroke’s end.',
    loses: 'It can’t be opened again as a groove.',
  },
  { id: 'json', name: 'Bazzet’s own (JSON)', of: ['groove', 'phrase'], keeps: 'All of it.', loses: 'Nothing.' },
]
