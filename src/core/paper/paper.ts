// Paper as data: what is drawn where, in millimetres from the top left corner. Drawn to PDF and on the screen from the same list.

export type Face = 'plain' | 'bold' | 'mono';

/** Symbols of layers, as outlines in a box of one by one. */
export type SymbolShape = 'circle' | 'diamond' | 'triangle' | 'square' | 'hexagon';

export type Ink =
  | {
      readonly type: 'text';
      /** Where the writing begins, and its baseline. */
      readonly x: number;
      readonly y: number;
      readonly text: string;
      readonly face: Face;
      /** Height of the type in millimetres (the size, not the capitals). */
      readonly size: number;
    }
  | {
      readonly type: 'box';
      readonly x: number;
      readonly y: number;
      readonly width: number;
      readonly height: number;
      /** Width of its line in millimetres. */
      readonly line: number;
    }
  | {
      readonly type: 'line';
      readonly x1: number;
      readonly y1: number;
      readonly x2: number;
      readonly y2: number;
      readonly line: number;
      readonly dashed: boolean;
    }
  | { readonly type: 'symbol'; readonly x: number; readonly y: number; readonly size: number; readonly shape: SymbolShape };

export interface Paper {
  readonly title: string;
  /** Size of every page. */
  readonly width: number;
  readonly height: number;
  readonly pages: ReadonlyArray<{ readonly ink: readonly Ink[] }>;
}

/** A4, upright (ISO 216). */
export const A4 = { width: 210, height: 297 } as const;

/** Points of a symbol in a box of one by one, from its top left corner; a circle has its own way of being drawn. */
export const symbolPoints: Readonly<Record<Exclude<SymbolShape, 'circle'>, ReadonlyArray<readonly [number, number]>>> = {
  diamond: [
    [0.5, 0],
    [1, 0.5],
    [0.5, 1],
    [0, 0.5],
  ],
  triangle: [
    [0.5, 0.06],
    [1, 0.94],
    [0, 0.94],
  ],
  square: [
    [0.06, 0.06],
    [0.94, 0.06],
    [0.94, 0.94],
    [0.06, 0.94],
  ],
  hexagon: [
    [0.25, 0.06],
    [0.75, 0.06],
    [1, 0.5],
    [0.75, 0.94],
    [0.25, 0.94],
    [0, 0.5],
  ],
};
