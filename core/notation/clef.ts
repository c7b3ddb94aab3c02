import { mod } from '#core/time'

/**
 * A place on the staff as a note of a treble clef, which is how engravers and MusicXML name it: the middle line is B4.
 * @example [clefNote(0), clefNote(5), clefNote(-3)] // => [{ step: 'B', octave: 4 }, { step: 'G', octave: 5 }, { step: 'F', octave: 4 }]
 */
export function clefNote(place: number): { step: string; octave: number } {
  const step = 6 + place
  return { step: 'CDEFGAB'[mod(step, 7)]!, octave: 4 + Math.floor(step / 7) }
}
