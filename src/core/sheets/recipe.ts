// A panel recipe: how one switch is programmed key by key, written once with places for what differs from switch to switch.

/** What a recipe may leave open. */
export const recipeBlanks = [
  'switch',
  'bank',
  'page',
  'layer',
  'type',
  'channel',
  'number',
  'values',
  'first',
  'second',
  'program',
  'key',
] as const;
export type RecipeBlank = (typeof recipeBlanks)[number];

export type RecipeValues = Readonly<Record<RecipeBlank, string>>;

export interface Recipe {
  /** One step each sentence. */
  readonly steps: readonly string[];
  /** What the hand does in them: presses, holds, turns, steps. */
  readonly actions: number;
  /** An estimate at two seconds an action. Common practice, no source. */
  readonly seconds: number;
  /** Places that no recipe knows: misspelt ones. */
  readonly unknown: readonly string[];
}

const SECONDS = 2;
const place = /\{([^{}]*)\}/g;
/** What stands between square brackets is done for each message again. */
const repeated = /\[([^[\]]*)\]/g;
const verbs = /\b(press|hold|turn|step on|touch|move|tap|push)\b/gi;

/** What stands for a place that this control has nothing for. */
const NOTHING = '–';

/**
 * A recipe with its places filled in, for a function of one message or several: what stands in square brackets is written for each message, the
 * rest once with the first; without brackets all of it is written for each.
 */
export function writeRecipe(recipe: string, messages: readonly RecipeValues[]): Recipe {
  const unknown = new Set<string>();
  const known = (name: string): RecipeBlank | null => recipeBlanks.find((p) => p === name.trim().toLowerCase()) ?? null;
  const filled = (text: string, values: RecipeValues | undefined): string =>
    text.replace(place, (whole, name: string) => {
      const found = known(name);
      if (found) return values?.[found] || NOTHING;
      unknown.add(whole);
      return whole;
    });
  const [first] = messages;
  const brackets = new RegExp(repeated.source).test(recipe);
  // Sentences end where the recipe ends them, never inside of a name that is filled in.
  const parts = brackets
    ? partsOf(recipe).flatMap(({ text, each }) => (each ? messages : [first]).map((values) => ({ text, values })))
    : messages.map((values) => ({ text: recipe, values }));
  const steps = parts.flatMap(({ text, values }) => sentences(text).map((s) => ({ raw: s, text: filled(s, values) })));
  const actions = steps.reduce((n, { raw }) => n + (raw.match(verbs)?.length ?? 0), 0);
  return { steps: steps.map((s) => s.text), actions, seconds: actions * SECONDS, unknown: [...unknown] };
}

const sentences = (text: string): readonly string[] =>
  text
    .split(/(?<=[.;!?])\s+|\n+/)
    .map((s) => s.trim())
    .filter((s) => s !== '');

/** A recipe cut at its square brackets. */
function partsOf(recipe: string): readonly { readonly text: string; readonly each: boolean }[] {
  const parts: { text: string; each: boolean }[] = [];
  let at = 0;
  for (const match of recipe.matchAll(repeated)) {
    parts.push({ text: recipe.slice(at, match.index), each: false }, { text: match[1] ?? '', each: true });
    at = match.index + match[0].length;
  }
  parts.push({ text: recipe.slice(at), each: false });
  return parts.filter((p) => p.text.trim() !== '');
}
