/** From where the kit is heard: its pieces where they are for who plays, or for who listens, all in the middle, or the click in one ear and the kit in the other. */
export const HEARINGS = ['as I sit', 'from the front', 'in the middle', 'click left, kit right'] as const
export type Hearing = (typeof HEARINGS)[number]
export const USUAL_HEARING: Hearing = 'as I sit'
