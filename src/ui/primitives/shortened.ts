/** A name as it fits a title: cut, and seen to be cut. */
export const shortened = (name: string, most = 60): string =>
  name.length > most ? `${name.slice(0, most - 1).trimEnd()}…` : name;
