import { type Ref, type WatchSource, computed, nextTick, ref, watch } from 'vue'

const PAPERS = { A4: { width: 210, height: 297 }, Letter: { width: 216, height: 279 } } as const
type Paper = keyof typeof PAPERS
const MARGIN = 15
/** Never too small to read. */
const LEAST = 0.5

/** A page that is printed: its paper, and how large its staves are: as large as leaves everything on one page. */
export function usePaper(content: Ref<HTMLElement | null>, title: () => string, changes: WatchSource[]) {
  const paper = ref<Paper>('A4')
  const scale = ref(1)
  let fitting = 0
  watch([paper, ...changes], () => {
    fitting = 0
    scale.value = 1
  })
  async function fit() {
    await nextTick()
    const room = ((PAPERS[paper.value].height - 2 * MARGIN) / 25.4) * 96
    const taken = content.value?.scrollHeight ?? 0
    if (taken <= room || scale.value <= LEAST || fitting++ > 12) return
    scale.value = Math.max(LEAST, Math.round((scale.value - 0.06) * 100) / 100)
  }
  const width = computed(() => `${PAPERS[paper.value].width}mm`)
  const print = () => window.print()
  useHead({ title, style: [() => ({ innerHTML: `@page { size: ${paper.value} portrait; margin: ${MARGIN}mm; }` })] })
  return { paper, scale, fit, width, print }
}
