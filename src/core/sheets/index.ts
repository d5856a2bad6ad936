// What to enter in each unit, in which order, and what has changed since.

// The sheet and its lines.

export { assignmentValues, type ValueInBases } from './bases';
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

// Entering it step by step; teaching the software.

export { type EntryStep, entryProgress, entrySteps, whereToGoOn } from './steps';
export { type Lesson, lessonFor } from './teach';

// Two states compared.

export { type Compared, compareMaps, compareNumbers } from './compare';
export { differenceOf, type SheetChange, writtenFor } from './difference';
