// A millimetre rule along an edge of the panel.

/** Its depth in pixels. */
export const RULER = 22;

export function Ruler({ axis, length, scale }: { readonly axis: 'x' | 'y'; readonly length: number; readonly scale: number }) {
  const step = scale < 1 ? 20 : 10;
  const ticks = Array.from({ length: Math.floor(length / step) + 1 }, (_, i) => i * step);
  const named = step * (scale < 2 ? 5 : 2);
  const along = length * scale + 4;
  const across = axis === 'x';
  return (
    <svg
      aria-hidden
      className="absolute text-ink-3"
      style={across ? { left: RULER, top: 0 } : { left: 0, top: RULER }}
      width={across ? along : RULER}
      height={across ? RULER : along}
    >
      {ticks.map((mm) => {
        const at = mm * scale + 1.5;
        const long = mm % named === 0;
        return across ? (
          <g key={mm}>
            <line x1={at} x2={at} y1={long ? 10 : 16} y2={RULER} stroke="currentColor" />
            {long && (
              <text x={at + 3} y={15} className="fill-current font-mono text-[12px]">
                {mm}
              </text>
            )}
          </g>
        ) : (
          <g key={mm}>
            <line y1={at} y2={at} x1={long ? 10 : 16} x2={RULER} stroke="currentColor" />
            {long && mm > 0 && (
              <text x={0} y={0} transform={`translate(12 ${at - 3}) rotate(-90)`} className="fill-current font-mono text-[12px]">
                {mm}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}
