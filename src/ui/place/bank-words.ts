// A bank as screens name it.

/** A bank by its number, and by its name where somebody gave it one: `Bank 2 “Haze”`, `Bank 2`. */
export const bankWords = (bank: number, name: string | undefined): string => (name ? `Bank ${bank} “${name}”` : `Bank ${bank}`);
