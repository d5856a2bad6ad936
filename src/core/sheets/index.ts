export { assignmentValues, type ValueInBases } from './bases';
export { type Compared, compareMaps, compareNumbers } from './compare';
export { differenceOf, type SheetChange, writtenFor } from './difference';
export { type Home, homesOf } from './homes';
export { exampleValues, recipeBlanks, writeRecipe } from './recipe';
export {
  type ControllerLine,
  countToEnter,
  makeSheet,
  placeWords,
  type Sheet,
  type TargetLine,
  valueWords,
} from './sheet';
export { type EntryStep, entryProgress, entrySteps, whereToGoOn } from './steps';
export { type Lesson, lessonFor } from './teach';
