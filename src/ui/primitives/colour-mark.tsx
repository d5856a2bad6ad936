// The colour of a light: a shape of its own first, then the colour, with an edge that shows on any ground.
import { type LightColour, shapeOfColour } from '@/core/rig';
import { cx } from './cx';

const paths: Readonly<Record<LightColour['shape'], string>> = {
  circle: 'M8 2.5a5.5 5.5 0 1 0 0 11A5.5 5.5 0 0 0 8 2.5z',
  square: 'M3 3h10v10H3z',
  triangle: 'M8 2l6.2 11.5H1.8z',
  diamond: 'M8 1.2l6 6.8-6 6.8L2 8z',
  star: 'M8 1.2l1.9 4.6 5 .4-3.8 3.2 1.2 4.9L8 11.7l-4.3 2.6 1.2-4.9L1.1 6.2l5-.4z',
  hexagon: 'M4.6 2h6.8L15 8l-3.6 6H4.6L1 8z',
  cross: 'M6 2h4v4h4v4h-4v4H6v-4H2V6h4z',
  bar: 'M2 5.5h12v5H2z',
  drop: 'M8 1.5c3 4 4.5 5.7 4.5 8a4.5 4.5 0 0 1-9 0c0-2.3 1.5-4 4.5-8z',
  ring: 'M8 2.5a5.5 5.5 0 1 0 0 11A5.5 5.5 0 0 0 8 2.5z',
};

const glows: Readonly<Record<string, string>> = {
  white: '#ffffff',
  red: '#d92626',
  orange: '#f08019',
  yellow: '#f2cf1d',
  green: '#2ba84a',
  cyan: '#21b5c4',
  blue: '#2f6fe0',
  violet: '#8a4fd3',
  pink: '#e46bb0',
};

/** How a colour of a light is drawn; null for a word that is not one of the list. */
export const glowOf = (name: string): string | null => glows[name.trim().toLowerCase()] ?? null;

/** A mark for the colour of a light; `off` draws it small, for what it shows while it is off. */
export function ColourMark({
  name,
  size = 14,
  off = false,
  className,
}: {
  readonly name: string;
  readonly size?: number;
  readonly off?: boolean;
  readonly className?: string;
}) {
  if (name === '') return null;
  const words = off ? `${name} while off` : name;
  return (
    <svg
      viewBox="0 0 16 16"
      width={size}
      height={size}
      role="img"
      aria-label={words}
      className={cx('shrink-0 text-ink', className)}
    >
      <title>{words}</title>
      <path
        d={paths[shapeOfColour(name)]}
        fill={glowOf(name) ?? 'var(--sheet)'}
        stroke="currentColor"
        strokeWidth={1.2}
        transform={off ? 'translate(3.2 3.2) scale(.6)' : undefined}
      />
    </svg>
  );
}
