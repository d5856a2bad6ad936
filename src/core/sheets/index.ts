// What to enter in each unit, in which order, and what has changed since.

// The sheet and its lines.

export { assignmentValues, type ValueInBases } from './bases';
export {
  alsoOf,
  alsoWords,
  cellsOf,
  controllerColumns,
  placeColumn,
  type SheetColumn,
  targetColumns,
  together,
  translatorColumns,
} from './columns';
export { exactNumber } from './exact';
export { type Fact, type FactName, factNames, factWord } from './fact';
export { isProgrammed, linesOfFunction } from './function-lines';
export { type Home, homesOf } from './homes';
export { isEntered, type SheetLine, saysOn, textOf, tickedRow } from './line';
export { placeWords } from './place-words';
export { type Recipe, type RecipeValues, recipeBlanks, writeRecipe } from './recipe';
export { exampleValues, recipeValues } from './recipe-values';
export { countToEnter, makeSheet, openLines, type Sheet } from './sheet';
export { standsNow, tickFor } from './ticked';

export { translatorWords } from './translator-lines';

// Entering it step by step; teaching the software.

export type { EntryStep } from './step';
export { entryProgress, entrySteps, isTicked, whereToGoOn } from './steps';
export { type Lesson, lessonFor } from './teach';

// Two states compared.

export { type Compared, compareMaps, compareNumbers } from './compare';
export { differenceOf, type SheetChange, writtenFor } from './difference';

// What a written form of a player's own is made of.

export { type FormData, type FormLine, formData } from './form-data';
