import { type ClassValue, clsx } from 'clsx';
import { extendTailwindMerge } from 'tailwind-merge';

const merge = extendTailwindMerge({
  extend: { classGroups: { 'font-size': ['text-xs', 'text-sm', 'text-base', 'text-lg', 'text-xl'] } },
});

/** Class names, later ones winning over earlier ones of the same kind. */
export const cx = (...values: ClassValue[]): string => merge(clsx(values));
