// How many of something there are, in words.

const rules = new Intl.PluralRules('en');

/**
 * The form of a word that goes with a number.
 * @example plural(2, 'is', 'are') // => 'are'
 */
export const plural = (count: number, one: string, many = `${one}s`): string => (rules.select(count) === 'one' ? one : many);

/**
 * A number and what is counted.
 * @example counted(1, 'rig') // => '1 rig'
 */
export const counted = (count: number, one: string, many = `${one}s`): string => `${count} ${plural(count, one, many)}`;
