// Sheets and labels as ink, in millimetres.

export { fitWords, type Width } from './fit';
export { capsFor, type Labels, type LabelTrouble, type LabelWish, makeLabels, type Piece } from './labels';
export { CAP_HEIGHT, hasLetter, widthOf } from './measure';
export { type Face, type Ink, type Paper, symbolPoints } from './paper';
export { sheetPaper } from './sheet-paper';
