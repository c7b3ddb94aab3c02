import { proxy, wrap } from 'comlink'
import { onScopeDispose, ref } from 'vue'
import type { Groove } from '#core/groove'
import { type Kit, type Listening, USUAL_MIX } from '#core/kit'
import type { Performance } from '#core/perform'
import type { Phrase } from '#core/phrase'
import { download, downloadJson } from '../download'
import type { FormatId } from '../formats'
import { plain } from '../workers/remote'
import type { RenderWorker, WavWish } from '../workers/render.worker'
import { useDrummer } from '../stores/drummer'
import { useSettings } from '../stores/settings'

/** What is to leave: a groove, or a phrase with all that plays in it. */
export type Leaving =
  { kind: 'groove'; groove: Groove; kit: Kit } | { kind: 'phrase'; phrase: Phrase; performance: Performance }

/** What of a WAV file is chosen as it is saved; the rest is as the player hears it. */
interface WavChoice extends Pick<WavWish, 'bits' | 'stems'>, Pick<Listening, 'hearing'> {
  room: Listening['room']['size']
  /** With the player’s faders, or as the mix ships. */
  faders: boolean
}

/** How it leaves, format by format; see `FORMATS`. */
export interface ExportWish {
  format: FormatId
  midi: { swing: 'played' | 'words'; tracks: 'one' | 'limbs' | 'parts' }
  tab: 'pieces' | 'limbs'
  /** How far off the machine plays, in ms of spread: 0 is exact. */
  wav: WavChoice & { times: number; click: boolean; human: number }
}

/** The faces of a drawing as CSS that brings them along. */
async function faces(): Promise<string> {
  const css = async (family: string, url: string) => {
    const bytes = new Uint8Array(await (await fetch(url)).arrayBuffer())
    let letters = ''
    for (let i = 0; i < bytes.length; i += 8192) letters += String.fromCharCode(...bytes.subarray(i, i + 8192))
    return `@font-face{font-family:'${family}';font-weight:200 800;src:url(data:font/woff2;base64,${btoa(letters)}) format('woff2')}`
  }
  const [text, display] = await Promise.all([
    import('@fontsource-variable/instrument-sans/files/instrument-sans-latin-wght-normal.woff2?url'),
    import('@fontsource-variable/bricolage-grotesque/files/bricolage-grotesque-latin-wght-normal.woff2?url'),
  ])
  return (
    await Promise.all([
      css('Instrument Sans Variable', text.default),
      css('Bricolage Grotesque Variable', display.default),
    ])
  ).join('')
}

/** Takes a groove or a phrase away as a file; the formats load when they are first asked for, sound is rendered in a worker that can be stopped. */
export function useExport() {
  const settings = useSettings()
  const drummer = useDrummer()
  /** How far the sound is, from 0 to 1; undefined while none is rendered. */
  const progress = ref<number>()
  let running: { worker: Worker; stop: () => void } | undefined

  /** Ends what is being rendered; a worker that is ended never answers, so this answers for it. */
  function stop() {
    running?.worker.terminate()
    running?.stop()
    running = undefined
    progress.value = undefined
  }
  onScopeDispose(stop)

  /** The sound of a performance as a file; undefined where it was stopped. */
  async function wav(performance: Performance, choice: WavChoice): Promise<Uint8Array | undefined> {
    stop()
    progress.value = 0
    const own = new Worker(new URL('../workers/render.worker.ts', import.meta.url), { type: 'module' })
    const stopped = new Promise<undefined>(resolve => {
      running = { worker: own, stop: () => resolve(undefined) }
    })
    // What a worker said just before it was ended may still arrive.
    const tell = (share: number): void => {
      if (running?.worker === own) progress.value = share
    }
    try {
      return await Promise.race([rendered(own, performance, choice, proxy(tell)), stopped])
    } finally {
      if (running?.worker === own) stop()
    }
  }

  /** The sounds first, which the page decodes; then the worker renders. */
  async function rendered(
    own: Worker,
    performance: Performance,
    { bits, stems, hearing, room, faders }: WavChoice,
    tell: (share: number) => void,
  ): Promise<Uint8Array> {
    const { bankFor } = await import('../audio/bank')
    const bank = await bankFor(performance.passages.map(section => section.kit))
    const { mix, click, room: mine } = drummer.player
    const listening = { mix: faders ? mix : USUAL_MIX, hearing, click, room: { ...mine, size: room } }
    return wrap<RenderWorker>(own).wav(plain(performance), { bits, stems, listening: plain(listening) }, bank, tell)
  }

  /** The performance that is rendered: a groove a number of times, or the phrase, with a click and its count-in where they are wanted. */
  async function sounding(leaving: Leaving, { times, click, human }: ExportWish['wav']): Promise<Performance> {
    const { humanOf, makePassage } = await import('#core/perform')
    const played = {
      countIn: click ? settings.countIn : 0,
      halves: drummer.player.click.halves,
      ...(human > 0 ? { human: humanOf(human) } : {}),
    }
    const clicking = click
      ? settings.clickPlan.program === 'none'
        ? { program: 'every beat' as const }
        : settings.clickPlan
      : { program: 'none' as const }
    if (leaving.kind === 'phrase')
      return {
        ...leaving.performance,
        ...played,
        passages: leaving.performance.passages.map(section => ({ ...section, click: clicking })),
      }
    const { groove, kit } = leaving
    return {
      passages: [
        makePassage({
          groove,
          kit,
          times,
          click: clicking,
          guides: settings.lineHeard ? groove.guides.map(guide => guide.id) : [],
        }),
      ],
      ...played,
    }
  }

  /** Makes the file and hands it over; false where it was stopped. */
  async function save(leaving: Leaving, wish: ExportWish): Promise<boolean> {
    const formats = await import('#core/formats')
    const title = leaving.kind === 'groove' ? leaving.groove.title : leaving.phrase.title
    /** Two files of one extension are told apart by what is in them. */
    const give = (extension: string, content: BlobPart, type: string, what = '') =>
      download(formats.fileName(`${title} ${what}`, extension), content, type)
    if (wish.format === 'wav') {
      const file = await wav(await sounding(leaving, wish.wav), wish.wav)
      if (!file) return false
      give(
        wish.wav.stems ? 'zip' : 'wav',
        file as Uint8Array<ArrayBuffer>,
        wish.wav.stems ? 'application/zip' : 'audio/wav',
      )
      return true
    }
    if (leaving.kind === 'phrase') {
      if (wish.format === 'midi')
        give(
          'mid',
          formats.writePerformanceMidi(leaving.performance, title, {
            tracks: wish.midi.tracks === 'one' ? 'one' : 'limbs',
          }) as Uint8Array<ArrayBuffer>,
          'audio/midi',
        )
      else await downloadJson(title, leaving.phrase)
      return true
    }
    const { groove, kit } = leaving
    switch (wish.format) {
      case 'midi':
        give(
          'mid',
          formats.withGroove(formats.writeGrooveMidi(groove, kit, wish.midi), groove) as Uint8Array<ArrayBuffer>,
          'audio/midi',
        )
        break
      case 'musicxml':
        give('musicxml', formats.writeMusicXml(groove, kit), 'application/xml')
        break
      case 'tab':
        give('txt', formats.writeTab(groove, kit, { lines: wish.tab }), 'text/plain')
        break
      case 'svg':
        give(
          'svg',
          formats.writeLanesSvg(groove, kit, { counting: settings.counting, faces: await faces() }),
          'image/svg+xml',
          'lanes',
        )
        break
      case 'staff': {
        const [{ staffSvg }, { notate }] = await Promise.all([import('../staff/svg'), import('#core/notation')])
        give(
          'svg',
          await staffSvg(notate(groove, kit, { counting: settings.counting }), { title, faces: await faces() }),
          'image/svg+xml',
          'staff',
        )
        break
      }
      case 'json':
        await downloadJson(title, groove)
        break
    }
    return true
  }
  return { save, stop, progress }
}
