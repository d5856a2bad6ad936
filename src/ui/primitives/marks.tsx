// Marks of severity and layers: a shape first, then a colour, never colour alone.
import { type Severity, severityNames } from '@/core/checks';
import type { Layer } from '@/core/rig';
import { cx } from './cx';

const severityShape: Readonly<Record<Severity, { readonly path: string; readonly color: string; readonly sign: string }>> = {
  stop: { path: 'M5 1h6l4 4v6l-4 4H5l-4-4V5z', color: 'text-stop', sign: '!' },
  caution: { path: 'M8 1l7.2 13.5H.8z', color: 'text-caution', sign: '!' },
  note: { path: 'M8 2a6 6 0 1 0 0 12A6 6 0 0 0 8 2z', color: 'text-note', sign: 'i' },
};

export const severityName = (severity: Severity): string => severityNames[severity];

export function SeverityMark({
  severity,
  size = 16,
  label,
  className,
}: {
  readonly severity: Severity;
  readonly size?: number;
  /** What is said of it; empty where the words beside it say it already. */
  readonly label?: string;
  readonly className?: string;
}) {
  const shape = severityShape[severity];
  return (
    <svg
      viewBox="0 0 16 16"
      width={size}
      height={size}
      className={cx('shrink-0', shape.color, className)}
      role="img"
      aria-hidden={label === ''}
      aria-label={label ?? severityName(severity)}
    >
      <path d={shape.path} fill="currentColor" />
      <text
        x="8"
        y={severity === 'caution' ? 13 : 11.8}
        textAnchor="middle"
        fontSize="10.5"
        fontWeight="700"
        fill="var(--sheet)"
        fontFamily="inherit"
      >
        {shape.sign}
      </text>
    </svg>
  );
}

const layerPath: Readonly<Record<Layer['shape'], string>> = {
  circle: 'M8 2a6 6 0 1 0 0 12A6 6 0 0 0 8 2z',
  diamond: 'M8 1l6.5 7L8 15 1.5 8z',
  triangle: 'M8 2l6.5 12h-13z',
  square: 'M2.5 2.5h11v11h-11z',
  hexagon: 'M4.5 2h7L15 8l-3.5 6h-7L1 8z',
};

/** The symbol of a layer; Base is a filled circle. */
export function LayerMark({
  layer,
  size = 12,
  className,
}: {
  readonly layer: Pick<Layer, 'shape'> | null;
  readonly size?: number;
  readonly className?: string;
}) {
  return (
    <svg
      viewBox="0 0 16 16"
      width={size}
      height={size}
      aria-hidden
      className={cx('inline-block shrink-0', layer ? 'text-note' : 'text-ink', className)}
    >
      <path d={layerPath[layer?.shape ?? 'circle']} fill="currentColor" />
    </svg>
  );
}
