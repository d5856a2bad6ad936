// How many of something there are, in words.

const rules = new Intl.PluralRules('en');

/** The usual form of a word for several: a footswitch, two footswitches. */
const several = (one: string): string => (/(?:s|x|z|ch|sh)$/.test(one) ? `${one}es` : `${one}s`);

/**
 * The form of a word that goes with a number.
 * @example plural(2, 'is', 'are') // => 'are'
 */
export const plural = (count: number, one: string, many = several(one)): string => (rules.select(count) === 'one' ? one : many);

/**
 * A number and what is counted.
 * @example counted(1, 'rig') // => '1 rig'
 */
export const counted = (count: number, one: string, many = several(one)): string => `${count} ${plural(count, one, many)}`;

/**
 * How often something happens.
 * @example often(1) // => 'once'
 * @example often(4) // => '4 times'
 */
export const often = (count: number): string => (count === 1 ? 'once' : counted(count, 'time'));
