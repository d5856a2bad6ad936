export function definitionsBelow(
  root: string,
): readonly { readonly place: string; readonly name: string; readonly lines: number }[];
