/** What was chosen before an edit, and after it. */
interface Passed<C> {
  before: C
  after: C
}

/** What was chosen beside each edit that can be undone, and each that can be made again, the nearest last. */
export interface Trail<C> {
  trail: readonly Passed<C>[]
  ahead: readonly Passed<C>[]
}

/** A trail with one edit more; what was undone before can't be made again. @internal */
export const longer = <C>({ trail }: Trail<C>, before: C, after: C): Trail<C> => ({
  trail: [...trail, { before, after }],
  ahead: [],
})

/**
 * A trail after an edit was undone or made again, and what was chosen then; where that is not known, it is `mapped`, what is chosen
 * now carried through the change.
 * @internal
 */
export function retrace<C>(
  { trail, ahead }: Trail<C>,
  how: 'undone' | 'redone',
  here: C,
  mapped: C,
): Trail<C> & { chosen: C } {
  if (how === 'undone') {
    const passed = trail.at(-1) ?? { before: mapped, after: here }
    return { trail: trail.slice(0, -1), ahead: [...ahead, passed], chosen: passed.before }
  }
  const passed = ahead.at(-1) ?? { before: here, after: mapped }
  return { trail: [...trail, passed], ahead: ahead.slice(0, -1), chosen: passed.after }
}
