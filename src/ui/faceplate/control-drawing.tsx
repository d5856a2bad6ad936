// The controls as thin ink drawings, to the scale of the panel.
import type { Control } from '@/core/rig';

const ink = { fill: 'none', stroke: 'currentColor', strokeWidth: 1.3, vectorEffect: 'non-scaling-stroke' } as const;
const faint = { ...ink, stroke: 'var(--control-edge)', strokeWidth: 1 } as const;

/** One control in a box of its own size in millimetres. Its printed name stands inside where there is room for it. */
export function ControlDrawing({ control }: { readonly control: Control }) {
  const { width: w, height: h } = control;
  return (
    <svg viewBox={`0 0 ${w} ${h}`} className="block h-full w-full overflow-visible" aria-hidden>
      <Shape control={control} w={w} h={h} />
    </svg>
  );
}

function Shape({ control, w, h }: { readonly control: Control; readonly w: number; readonly h: number }) {
  const cx = w / 2;
  const cy = h / 2;
  const r = Math.min(w, h) / 2;
  switch (control.kind) {
    case 'footswitch':
      return (
        <>
          <circle cx={cx} cy={cy} r={r} {...ink} fill="var(--sheet)" />
          <circle cx={cx} cy={cy} r={r * 0.7} {...ink} />
          <circle cx={cx} cy={cy} r={r * 0.38} {...faint} />
        </>
      );
    case 'encoder':
      return (
        <>
          {control.ring && <circle cx={cx} cy={cy} r={r} {...faint} strokeDasharray="1.6 2.2" />}
          <circle cx={cx} cy={cy} r={r * 0.8} {...ink} fill="var(--sheet)" />
        </>
      );
    case 'knob':
    case 'jog':
      return (
        <>
          <circle cx={cx} cy={cy} r={r} {...ink} fill="var(--sheet)" />
          <line x1={cx} y1={cy - r * 0.62} x2={cx} y2={cy - r} {...ink} strokeWidth={2} />
        </>
      );
    case 'fader':
      return (
        <>
          <rect x={cx - w * 0.11} y={0} width={w * 0.22} height={h} rx={w * 0.1} {...ink} fill="var(--sheet)" />
          {[0.15, 0.3, 0.45, 0.6, 0.75, 0.9].map((p) => (
            <line key={p} x1={w * 0.12} x2={w * 0.3} y1={h * p} y2={h * p} {...faint} />
          ))}
          <rect x={w * 0.08} y={h * 0.56} width={w * 0.84} height={h * 0.14} rx={1.4} {...ink} fill="var(--sheet)" />
          <line
            x1={w * 0.08}
            x2={w * 0.92}
            y1={h * 0.63}
            y2={h * 0.63}
            stroke="var(--spark)"
            strokeWidth={1.6}
            vectorEffect="non-scaling-stroke"
          />
        </>
      );
    case 'expression':
      return (
        <>
          <path d={`M${w * 0.08} 0H${w * 0.92}L${w} ${h}H0Z`} {...ink} fill="var(--sheet)" />
          <path d={`M${w * 0.2} ${h * 0.04}H${w * 0.8}L${w * 0.86} ${h * 0.96}H${w * 0.14}Z`} {...faint} />
          {[0.2, 0.32, 0.44, 0.56, 0.68, 0.8].map((p) => (
            <line key={p} x1={w * 0.3} x2={w * 0.7} y1={h * p} y2={h * p} {...faint} />
          ))}
        </>
      );
    case 'pad':
      return <rect x={0} y={0} width={w} height={h} rx={3} {...ink} fill="var(--sheet)" />;
    case 'button':
      return <rect x={0} y={0} width={w} height={h} rx={h / 2.6} {...ink} fill="var(--sheet)" />;
    case 'ribbon':
      return (
        <>
          <rect x={0} y={0} width={w} height={h} rx={w / 2} {...ink} fill="var(--sheet)" />
          <line
            x1={w * 0.22}
            x2={w * 0.78}
            y1={h * 0.6}
            y2={h * 0.6}
            stroke="var(--spark)"
            strokeWidth={1.6}
            vectorEffect="non-scaling-stroke"
          />
        </>
      );
    case 'key-range':
      return <Keys w={w} h={h} />;
    default:
      return unreachable(control.kind);
  }
}

function Keys({ w, h }: { readonly w: number; readonly h: number }) {
  const count = 15;
  const blackAfter = new Set([0, 1, 3, 4, 5, 7, 8, 10, 11, 12]);
  return (
    <>
      <rect x={0} y={0} width={w} height={h} rx={2} {...ink} fill="var(--sheet)" />
      {Array.from({ length: count - 1 }, (_, i) => (i + 1) * (w / count)).map((x) => (
        <line key={x} x1={x} x2={x} y1={0} y2={h} {...faint} />
      ))}
      {[...blackAfter].map((i) => (
        <rect key={i} x={(i + 0.68) * (w / count)} y={0} width={(w / count) * 0.64} height={h * 0.58} fill="currentColor" />
      ))}
    </>
  );
}

function unreachable(value: never): never {
  throw new Error(`unhandled control ${String(value)}`);
}
