// Colours that lights have, each with a shape of its own, so that nobody has to tell them apart by colour alone. The list is this project's.

export interface LightColour {
  readonly name: string;
  readonly shape: 'circle' | 'square' | 'triangle' | 'diamond' | 'star' | 'hexagon' | 'cross' | 'bar' | 'drop' | 'ring';
}

/** The colours that are offered; any other word is a colour too, and has the shape of the last. */
export const lightColours: readonly LightColour[] = [
  { name: 'white', shape: 'circle' },
  { name: 'red', shape: 'square' },
  { name: 'orange', shape: 'triangle' },
  { name: 'yellow', shape: 'star' },
  { name: 'green', shape: 'diamond' },
  { name: 'cyan', shape: 'drop' },
  { name: 'blue', shape: 'hexagon' },
  { name: 'violet', shape: 'cross' },
  { name: 'pink', shape: 'bar' },
];

/** The shape of a colour by its name, in any case; of a word that is none of the list, a ring. */
export const shapeOfColour = (name: string): LightColour['shape'] =>
  lightColours.find((c) => c.name === name.trim().toLowerCase())?.shape ?? 'ring';
