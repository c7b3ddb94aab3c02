export {
  type Move,
  type MoveGroup,
  type Params,
  type ParamSpec,
  type ParamValue,
  type PromiseId,
  asVariation,
  list,
  MOVE_GROUPS,
  PROMISES,
} from './move'
export { editBetween } from './between'
export { abstracted, choicesOf, firstParams, pointedAt, resolved, takesPlace } from './params'
export { type AtPlace, eachPlace } from './places'
export { moveOf, MOVES } from './moves/index'
export { displaceAll } from './moves/displace'
export { LINE_READINGS, readLine } from './moves/line'
export { roundOff } from './moves/rows'
export { leadTo } from './moves/voices'
export { rowsHere } from './rows'
export { type Step, type StepDone, displace, makeMove, runMove, runSteps } from './run'
export { broken, DENSITIES, firstBroken, PROMISE_NAMES } from './promises'
export { TASTE } from './taste'
export { type Beside, BESIDE } from './taste-trial'
export { type Liking, likingOf, sayLiking } from './liking'
export { type Idea, type IdeaWish, companionOf, IdeaSearch, sayDifficulty } from './ideas'
export { type Recipe, makeRecipe, readRecipe, RECIPE_LIMITS, RECIPE_SHAPE, RECIPES } from './recipes'
export { type Kin, adopted, changedStrokes, familyOf, sayMoves } from './lineage'
export { changesOf, changeTitle, titleAfter } from './title'
