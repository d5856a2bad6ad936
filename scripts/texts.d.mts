export function textsBelow(root: string): readonly { readonly place: string; readonly text: string }[];
