export {
  type CardTrait,
  type Candidate,
  type StyleCard,
  type StyleFamily,
  candidatesFor,
  orient,
  STYLE_FAMILIES,
} from './card'
export { footHolds } from './offers'
export { beginStyle, countedIn } from './begin'
export { breaksAtTurn, figureBars, partFrom, rowBars } from './lay'
export { STYLE_CARDS, hasTrait, isQuiet, styleOf, stylesFound } from './cards/index'
export { fitsStyle } from './fit'
export {
  type LetterStroke,
  type Vocabulary,
  type VocabularyLine,
  type VocabularyRow,
  LETTERS,
  LINES,
  letterTicks,
  lettersInBar,
  rowStrokesOf,
  rowsFor,
  VOCABULARIES,
  vocabularyOf,
} from './vocabulary/index'
export { balanceOf, leveled, sayInversion, sayRoleBalance } from './loudness'
export { type CompingCell, COMPING_CELLS, placeCell } from './cells'
