/** Where keys are text. */
export const TEXT_FIELDS = 'input, textarea, select, [contenteditable=true]'

/** Whether a key or a press goes to something of this kind: `isWithin(event.target, TEXT_FIELDS)`. */
export const isWithin = (target: EventTarget | null, selector: string): boolean =>
  target instanceof HTMLElement && target.closest(selector) !== null
