// Sheets, labels, sets and recovery cards as ink, in millimetres.

export { A6, cardsPaper } from './cards-paper';
export { fitWords, type Width } from './fit';
export { capsFor, type Labels, type LabelTrouble, type LabelWish, makeLabels, type Piece } from './labels';
export { CAP_HEIGHT, hasLetter, widthOf } from './measure';
export { type Face, type Ink, type Paper, symbolPoints } from './paper';
export { type SetWish, setPaper } from './set-paper';
export { sheetPaper } from './sheet-paper';
