import { describe, expect, it } from 'vitest'
import { HOUSE_LIMITS, KITS, USUAL_CLICK, USUAL_MIX, USUAL_PLAYER, inWords, kitById, limitsOf, readPlayer } from '.'

describe('the player', () => {
  it.each([
    ['Bass on 1 and 3', 'Kick on 1 and 3'],
    ['Bass drum', 'Kick'],
    ['Hats with bass drum', 'Hats with kick'],
    ['bass and backbeat', 'kick and backbeat'],
    ['Basset clave', 'Basset clave'],
  ])('who says kick sees “%s” as “%s”, and who does not as it was', (name, kick) => {
    expect(inWords(name, 'kick')).toBe(kick)
    expect(inWords(name, 'bass drum')).toBe(name)
  })

  it('is as it ships where nothing is said, and keeps what is', () => {
    expect(readPlayer({ format: 'bazzet-player', version: 1, id: 'me' })).toEqual({ ok: true, value: USUAL_PLAYER })
    const left = { ...USUAL_PLAYER, defaults: { ...USUAL_PLAYER.defaults, lead: 'left' as const } }
    expect(readPlayer(JSON.parse(JSON.stringify(left)))).toEqual({ ok: true, value: left })
  })

  it.each([
    ['somebody else', { id: 'you' }, 'id', /there is one/],
    ['a newer version', { version: 7 }, 'version', /from a newer Bazzet/],
    ['a lead of neither side', { defaults: { lead: 'both' } }, 'defaults.lead', /right, left/],
    [
      'an easy that is quicker than hard',
      { limits: { ...HOUSE_LIMITS, run: { ...HOUSE_LIMITS.run, hand: { easy: 0.1, hard: 0.2 } } } },
      'limits.run.hand.easy',
      /slower than what is hard/,
    ],
    [
      'a gap of nothing',
      { limits: { ...HOUSE_LIMITS, pair: { ...HOUSE_LIMITS.pair, foot: { easy: 0.2, hard: 0 } } } },
      'limits.pair.foot.hard',
      /0.02 to 2/,
    ],
  ])('is refused with %s, by name', (_, wrong, path, reason) => {
    expect(readPlayer({ ...USUAL_PLAYER, ...wrong })).toMatchObject({
      ok: false,
      problems: [{ path, reason: expect.stringMatching(reason) }],
    })
  })

  it('of version 4 has the mix as it ships; a fader beyond its range is refused by name', () => {
    const { mix: _, hearing: _heard, click: _click, room: _room, lamp: _lamp, ...old } = USUAL_PLAYER
    for (const version of [4, 5, 6]) expect(readPlayer({ ...old, version })).toEqual({ ok: true, value: USUAL_PLAYER })
    expect(readPlayer({ ...USUAL_PLAYER, click: { ...USUAL_CLICK, beat: { gain: -3, pitch: 13 } } })).toMatchObject({
      ok: false,
      problems: [{ path: 'click.beat.pitch', reason: expect.stringMatching(/semitones from -12 to 12/) }],
    })
    expect(readPlayer({ ...USUAL_PLAYER, mix: { ...USUAL_MIX, click: { gain: 30, muted: false } } })).toMatchObject({
      ok: false,
      problems: [{ path: 'mix.click.gain', reason: expect.stringMatching(/−?-40 to 12/) }],
    })
  })

  it('of version 1 keeps the limits they had made their own, a speed as that of a run; the rest goes by ours of today', () => {
    const old = {
      hand: { easy: 0.2, hard: 0.125 },
      foot: { easy: 0.25, hard: 1 / 6.5 },
      double: { easy: 0.09, hard: 0.06 },
      travel: HOUSE_LIMITS.travel,
      control: { easy: 0.15, hard: 0.11 },
    }
    const read = (limits: object) => readPlayer({ ...USUAL_PLAYER, version: 1, limits })
    expect(read(old)).toEqual({
      ok: true,
      value: { ...USUAL_PLAYER, limits: { ...HOUSE_LIMITS, control: { easy: 0.15, hard: 0.11 } } },
    })
    expect(read({ ...old, foot: { easy: 0.3, hard: 0.2 } })).toMatchObject({
      ok: true,
      value: { limits: { run: { hand: HOUSE_LIMITS.run.hand, foot: { easy: 0.3, hard: 0.2 } } } },
    })
    // What was wrong is refused as it would have been.
    expect(read({ ...old, double: { easy: 'soon', hard: 0.06 } })).toMatchObject({
      ok: false,
      problems: [{ path: 'limits.double.easy' }],
    })
  })

  it('sits at a kit with limits of their own, or with ours', () => {
    expect(KITS.map(limitsOf)).toEqual(KITS.map(() => HOUSE_LIMITS))
    const own = { ...HOUSE_LIMITS, control: { easy: 0.15, hard: 0.1 } }
    expect(limitsOf({ ...kitById('pad'), limits: own })).toBe(own)
  })
})
