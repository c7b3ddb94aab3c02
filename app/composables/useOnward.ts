import type { Span } from '#core/groove'
import { useBench } from '~/stores/bench'

/** The stations that take over the groove on the Bench, by the menu and by keys. */
export function useOnward() {
  const bench = useBench()
  const to = (path: (id: string) => string) => () => navigateTo(path(bench.here.id))
  return {
    vary: to(id => `/vary/${id}`),
    compare: to(id => `/compare?a=${id}`),
    sheet: to(id => `/sheet/${id}`),
    /** What goes round or is marked goes along, and so do click and count-in. */
    practise: (span?: Span) =>
      navigateTo(`/practise?groove=${bench.here.id}&as=bench${span ? `&from=${span.from}&to=${span.to}` : ''}`),
  }
}
