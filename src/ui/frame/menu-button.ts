// What the button of the rig menu looks like, before and after the menu itself has been fetched.
export interface OtherRig {
  readonly id: string;
  readonly name: string;
}

export const menuButton =
  'my-1.5 flex max-w-[210px] min-w-0 max-[720px]:max-w-[110px] items-center gap-1 rounded-sm px-2 text-ink-2 hover:bg-film hover:text-ink';
