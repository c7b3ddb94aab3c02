import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import {
  type ClickVoice,
  type Defaults,
  type Limits,
  type Mix,
  type Player,
  CLICK_SOUNDS,
  PLAYER_ID,
  USUAL_PLAYER,
  decibelsOf,
  inWords,
} from '#core/kit'
import { replacing } from '#core/edit'
import { refuse } from '#core/result'
import type { Counting } from '#core/time'
import { api } from '../documents/api'
import { ApiSilent } from '../documents/ask'
import { useOpenDocument } from '../documents/here'
import { takeOld } from '../remembered'

/** Whoever plays: what new documents begin with, how they count, and what is easy and hard for them. Until it is there, it is as it ships. */
export const useDrummer = defineStore('drummer', () => {
  const open = useOpenDocument<'player', Player>(
    {
      kind: 'player',
      rules: async () => {
        const { readPlayer } = await import('#core/kit')
        return { apply: replacing(readPlayer), read: readPlayer }
      },
      copied: player => player,
      read: true,
    },
    api.players,
  )
  const loaded = ref(false)
  let loading: Promise<void> | undefined

  const player = computed<Player>(() => open.document.value ?? USUAL_PLAYER)
  const defaults = computed(() => player.value.defaults)
  const counting = computed<Counting>(() => player.value.counting)
  const limits = computed<Limits>(() => player.value.limits)

  /** Fetches the player, once; a failure leaves the usual one and is tried again at the next call. */
  const load = () =>
    (loading ??= open.open(PLAYER_ID).then(begun, () => {
      loading = undefined
    }))

  /** Counting was kept in the browser once: a player who had set it there finds it set. */
  function begun() {
    loaded.value = true
    const [school, triplet] = ['counting', 'triplet'].map(takeOld)
    if (school || triplet)
      void setCounting({ ...(school ? { school } : {}), ...(triplet ? { triplet } : {}) } as Partial<Counting>)
    const takenSound = takeOld('click-sound')
    // So was the level of the click and of the voice, 10 being as rendered.
    const level = Number(takeOld('click-level') ?? 10)
    const fader = { gain: decibelsOf(level / 10), muted: false }
    if (level > 0 && level !== 10) void setMix({ click: fader, voice: fader })
    const sound = CLICK_SOUNDS.find(one => one === takenSound)
    if (sound) void setClick({ sound })
  }

  /** Changes settings, from what they are by then; answers why not, where what a change needs can't be fetched or the change can't be. */
  async function change(facts: () => Partial<Player>) {
    try {
      await open.ready()
    } catch {
      return refuse(new ApiSilent().message)
    }
    return open.edit({ ...player.value, ...facts() })
  }
  const set = (facts: Partial<Player>) => change(() => facts)
  const setDefaults = (facts: Partial<Defaults>) => change(() => ({ defaults: { ...defaults.value, ...facts } }))
  /** Something said of ideas, or taken back. */
  const setTaste = (facts: Partial<Player['taste']>) => change(() => ({ taste: { ...player.value.taste, ...facts } }))
  const setMix = (faders: Partial<Mix>) => change(() => ({ mix: { ...player.value.mix, ...faders } }))
  const setClick = (facts: Partial<ClickVoice>) => change(() => ({ click: { ...player.value.click, ...facts } }))
  const setCounting = (facts: Partial<Counting>) => change(() => ({ counting: { ...counting.value, ...facts } }))
  /** What is new, called as the player calls it. */
  const named = (name: string): string => inWords(name, defaults.value.bassDrum)

  return {
    ...open,
    player,
    loaded,
    defaults,
    counting,
    limits,
    load,
    set,
    setDefaults,
    setTaste,
    setMix,
    setClick,
    setCounting,
    named,
  }
})
