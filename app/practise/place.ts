import type { LogEntry } from '#core/practise'

/** Where what is practised is worked on, and what the way there is called: a groove on the Bench, a phrase and a sticking at their own stations. */
export function placeOf(
  { kind, id }: { kind: LogEntry['subject']['kind'] | 'break'; id: string },
  planId: string | null,
): { to: string; name: string } {
  if (kind === 'phrase') return { to: `/phrase/${id}`, name: 'Open phrase' }
  if (kind === 'sticking') return { to: planId ? `/sticking?plan=${planId}` : '/sticking', name: 'Open sticking' }
  return { to: `/bench/${id}`, name: 'Open on Bench' }
}
