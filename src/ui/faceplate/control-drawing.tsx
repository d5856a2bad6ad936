// The controls as thin ink drawings, to the scale of the panel.
import { exhaustive } from '@/core/base';
import type { Control } from '@/core/rig';
import { glowOf } from '../primitives/colour-mark';

const ink = { fill: 'none', stroke: 'currentColor', strokeWidth: 1.3, vectorEffect: 'non-scaling-stroke' } as const;
const faint = { ...ink, stroke: 'var(--control-edge)', strokeWidth: 1 } as const;

/** How a control stands while it is played. Positions are 0–1; null where nobody knows. */
export interface Pose {
  readonly position: number | null;
  readonly lit: boolean;
  readonly down: boolean;
  /** The colour that its light is planned to have now; empty for none. */
  readonly colour?: string;
  /** How often it blinks in a second; 0 or none for steady. */
  readonly blinks?: number;
}

const atRest: Pose = { position: null, lit: false, down: false };

/** One control in a box of its own size in millimetres, at rest or as it is played. Its printed name stands inside where there is room. */
export function ControlDrawing({ control, pose = atRest }: { readonly control: Control; readonly pose?: Pose }) {
  const { width: w, height: h } = control;
  return (
    <svg viewBox={`0 0 ${w} ${h}`} className="block h-full w-full overflow-visible" aria-hidden>
      <Shape control={control} pose={pose} w={w} h={h} />
    </svg>
  );
}

/** Knobs turn from seven to five o'clock: 150° either way of the top. */
const SPAN = 300;
const pointing = (position: number | null): number => (position === null ? 0 : (position - 0.5) * SPAN);

/** An arc around the top from seven o'clock to a place, on a circle. */
function arc(cx: number, cy: number, r: number, position: number): string {
  const point = (p: number): string => {
    const angle = ((p - 0.5) * SPAN - 90) * (Math.PI / 180);
    return `${cx + r * Math.cos(angle)} ${cy + r * Math.sin(angle)}`;
  };
  return `M${point(0)}A${r} ${r} 0 ${position * SPAN > 180 ? 1 : 0} 1 ${point(position)}`;
}

/** Blinking as planned; who wants less motion sees it steady. */
const blinking = ({ blinks = 0 }: Pose) =>
  blinks > 0 ? { className: 'light-blinks', style: { animationDuration: `${1 / blinks}s` } } : {};

interface ShapeProps {
  readonly control: Control;
  readonly pose: Pose;
  readonly w: number;
  readonly h: number;
}

function Shape({ control, pose, w, h }: ShapeProps) {
  const { position: place, lit, down } = pose;
  const face = down ? 'var(--film)' : 'var(--sheet)';
  const glow = glowOf(pose.colour ?? '') ?? 'var(--spark)';
  const lamp = lit ? { fill: glow, stroke: glow, ...blinking(pose) } : {};
  const rim = lit ? { stroke: glow, strokeWidth: 3, ...blinking(pose) } : {};
  const cx = w / 2;
  const cy = h / 2;
  const r = Math.min(w, h) / 2;
  switch (control.kind) {
    case 'footswitch':
      return (
        <>
          <circle cx={cx} cy={cy} r={r} {...ink} fill="var(--sheet)" />
          <circle cx={cx} cy={cy} r={r * (down ? 0.62 : 0.7)} {...ink} fill={face} />
          <circle cx={cx} cy={cy} r={r * 0.38} {...faint} {...lamp} />
        </>
      );
    case 'encoder':
      return (
        <>
          {control.ring && <circle cx={cx} cy={cy} r={r} {...faint} strokeDasharray="1.6 2.2" />}
          {control.ring && place !== null && <path d={arc(cx, cy, r, place)} {...ink} stroke="var(--spark)" strokeWidth={3} />}
          <circle cx={cx} cy={cy} r={r * (down ? 0.72 : 0.8)} {...ink} fill={face} />
        </>
      );
    case 'knob':
    case 'jog':
      return (
        <>
          <circle cx={cx} cy={cy} r={r} {...ink} fill="var(--sheet)" />
          <line
            x1={cx}
            y1={cy - r * 0.62}
            x2={cx}
            y2={cy - r}
            transform={`rotate(${pointing(place)} ${cx} ${cy})`}
            {...ink}
            {...(place === null ? {} : { stroke: 'var(--spark)' })}
            strokeWidth={2}
          />
        </>
      );
    case 'fader':
      return (
        <>
          <rect x={cx - w * 0.11} y={0} width={w * 0.22} height={h} rx={w * 0.1} {...ink} fill="var(--sheet)" />
          {[0.15, 0.3, 0.45, 0.6, 0.75, 0.9].map((p) => (
            <line key={p} x1={w * 0.12} x2={w * 0.3} y1={h * p} y2={h * p} {...faint} />
          ))}
          <g transform={`translate(0 ${place === null ? 0 : (0.3 - place * 0.86) * h})`}>
            <rect x={w * 0.08} y={h * 0.56} width={w * 0.84} height={h * 0.14} rx={1.4} {...ink} fill={face} />
            <line
              x1={w * 0.08}
              x2={w * 0.92}
              y1={h * 0.63}
              y2={h * 0.63}
              stroke="var(--spark)"
              strokeWidth={1.6}
              vectorEffect="non-scaling-stroke"
            />
          </g>
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
          {place !== null && (
            <line
              x1={w * 0.1}
              x2={w * 0.9}
              y1={h * (0.96 - place * 0.92)}
              y2={h * (0.96 - place * 0.92)}
              stroke="var(--spark)"
              strokeWidth={3}
              vectorEffect="non-scaling-stroke"
            />
          )}
        </>
      );
    case 'pad':
      return <rect x={0} y={0} width={w} height={h} rx={3} {...ink} fill={face} {...rim} />;
    case 'button':
      return <rect x={0} y={0} width={w} height={h} rx={h / 2.6} {...ink} fill={face} {...rim} />;
    case 'ribbon':
      return (
        <>
          <rect x={0} y={0} width={w} height={h} rx={w / 2} {...ink} fill="var(--sheet)" />
          <line
            x1={w * 0.22}
            x2={w * 0.78}
            y1={h * (place === null ? 0.6 : 0.96 - place * 0.92)}
            y2={h * (place === null ? 0.6 : 0.96 - place * 0.92)}
            stroke="var(--spark)"
            strokeWidth={1.6}
            vectorEffect="non-scaling-stroke"
          />
        </>
      );
    case 'key-range':
      return <Keys w={w} h={h} />;
    default:
      return exhaustive(control.kind);
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
