// A panel recipe: how one switch is programmed key by key, written once with places for what differs from switch to switch.
import { type Message, shortName } from '../midi';

/** What a recipe may leave open. */
export const recipeBlanks = ['switch', 'type', 'channel', 'number', 'values'] as const;
export type RecipeBlank = (typeof recipeBlanks)[number];

export type RecipeValues = Readonly<Record<RecipeBlank, string>>;

export interface Recipe {
  /** One step each sentence. */
  readonly steps: readonly string[];
  /** Actions of the hand: presses, holds, turns, steps. */
  readonly actions: number;
  /** An estimate at two seconds an action. Common practice, no source. */
  readonly seconds: number;
  /** Places that no recipe knows: misspelt ones. */
  readonly unknown: readonly string[];
}

const SECONDS = 2;
const place = /\{([^{}]*)\}/g;
const verbs = /\b(press|hold|turn|step on|touch|move|tap|push)\b/gi;

/**
 * A recipe with its places filled in.
 * @example writeRecipe('Hold SET. Press {switch}.', { switch: 'FS 1', type: 'CC', channel: '5', number: '20', values: '127/0' }).actions // => 2
 */
export function writeRecipe(recipe: string, values: RecipeValues): Recipe {
  const unknown = new Set<string>();
  const known = (name: string): RecipeBlank | null => recipeBlanks.find((p) => p === name.trim().toLowerCase()) ?? null;
  const steps = recipe
    .split(/(?<=[.;!?])\s+|\n+/)
    .map((s) => s.trim())
    .filter((s) => s !== '');
  const actions = steps.reduce((n, step) => n + (step.match(verbs)?.length ?? 0), 0);
  const written = steps.map((step) =>
    step.replace(place, (whole, name: string) => {
      const found = known(name);
      if (found) return values[found];
      unknown.add(whole);
      return whole;
    }),
  );
  return { steps: written, actions, seconds: actions * SECONDS, unknown: [...unknown] };
}

/** Example values from what a control sends from the factory, or plain ones. */
export function exampleValues(switchName: string, message: Message | null): RecipeValues {
  if (message && (message.type === 'cc' || message.type === 'note' || message.type === 'program'))
    return {
      switch: switchName,
      type: shortName(message).split(' ')[0] ?? 'CC',
      channel: String(message.channel),
      number: String(message.number),
      values: '127 / 0',
    };
  return { switch: switchName, type: 'CC', channel: '5', number: '104', values: '127 / 0' };
}
